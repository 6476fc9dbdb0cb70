package org.mendedleaf.core.joining;

import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.catalog.lines.MetadataBlocks;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.log.LogHead;
import org.mendedleaf.core.store.log.Segment;

/**
 * This log since it parted from the other: which of the two counts where both say something, and
 * which commits of the other it already has. For one thread.
 */
final class OurSide {

  /** The place of a file by this log; empty if it was removed. */
  private final Map<Long, Optional<FileState>> files = new HashMap<>();

  private final Set<String> settings = new HashSet<>();
  private final Set<Long> erased = new HashSet<>();
  private boolean safeguarded;
  private final Map<ContentId, Repeated> joined = new HashMap<>();
  private long lastJoined = -1;
  private long concluded = -1;

  /** A commit of the other log that was committed anew already, and its lines. */
  record Repeated(long segment, List<Detail> lines) {}

  static OurSide since(OtherLog other, Catalogue here) throws IOException {
    OurSide ours = new OurSide();
    for (long number = other.common(); number < here.commits(); number++) {
      Segment segment = here.store().log().read(number).orElseThrow();
      CommitHeader header = CommitHeader.decode(segment.lines().get(0));
      List<Detail> lines = LineKinds.details(segment);
      if (header.was().isPresent() && other.has(header.was().get())) {
        ours.joined.put(header.was().map(LogHead::hash).orElseThrow(), new Repeated(number, lines));
        ours.lastJoined = number;
      } else if (header.act() == Act.JOIN && lines.isEmpty()) {
        ours.concluded = number;
      } else if (header.act() != Act.JOIN) {
        MetadataBlocks blocks = new MetadataBlocks(header.blocks(), here.contents());
        blocks.passOverLost();
        ours.note(header, blocks, lines);
      }
    }
    return ours;
  }

  private void note(CommitHeader header, MetadataBlocks blocks, List<Detail> lines)
      throws IOException {
    for (Detail line : lines) {
      if (line instanceof Detail.Removed removed) {
        files.put(removed.file(), Optional.empty());
      } else if (line instanceof Detail.FileErased gone) {
        erased.add(gone.file());
      } else if (line instanceof Detail.ShelfSet set) {
        settings.add(header.shelf().orElseThrow() + " " + set.what());
      } else if (line instanceof Detail.Safeguarded) {
        safeguarded = true;
      } else if (line instanceof Detail.OfFile of && isState(line) && !blocks.isErased(line)) {
        FileState state = MetadataFormat.fileState(blocks.line(line.place().orElseThrow()));
        files.put(of.file(), Optional.of(state));
      }
    }
  }

  private static boolean isState(Detail line) {
    return line instanceof Detail.Revised
        || line instanceof Detail.Moved
        || line instanceof Detail.Touched;
  }

  /** The commit that repeats one of the other log, if it was committed anew already. */
  Optional<Repeated> repeats(Segment other) {
    return Optional.ofNullable(joined.get(other.hash()));
  }

  /** Whether a file was erased here with all its history since. */
  boolean hasErased(long file) {
    return erased.contains(file);
  }

  /** Whether this log has changed this setting of a shelf since. */
  boolean hasSet(long shelf, String what) {
    return settings.contains(shelf + " " + what);
  }

  /** Whether the safeguards of the store were set here since. */
  boolean hasSafeguarded() {
    return safeguarded;
  }

  /** Whether something was joined, and whoever did that was stopped before the end. */
  boolean isInterrupted() {
    return lastJoined > concluded;
  }

  Map<Long, Optional<FileState>> files() {
    return files;
  }
}
