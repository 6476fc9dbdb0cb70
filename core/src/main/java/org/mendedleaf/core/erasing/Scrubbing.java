package org.mendedleaf.core.erasing;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineKinds;
import org.mendedleaf.core.catalog.tables.LoggedLines;
import org.mendedleaf.core.catalog.tables.Proof;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.log.Segment;

/**
 * Finds the lines of metadata that must go, or say less, when revisions are erased. Only lines of
 * the log are read that speak of the files in question, of the acts that made the revisions, or
 * that name a content which goes. Used once, by one thread.
 */
final class Scrubbing {

  private final Proof proof;
  private final Set<RevisionKey> keys = new HashSet<>();
  private final Set<Long> files = new HashSet<>();
  private final Map<Long, Set<Integer>> numbers = new HashMap<>();
  private final Set<ContentRef> erased = new LinkedHashSet<>();
  // Whether the act of a commit goes because all that it made goes.
  private final Map<Long, Boolean> actGoes = new HashMap<>();
  private final Map<RevisionKey, LoggedLines.LoggedLine> items = new LinkedHashMap<>();
  private final List<ContentRef> keptByBlanked = new ArrayList<>();
  // Lines that go, and lines that may name a content, by block.
  private final Map<ContentId, Set<Integer>> blank = new HashMap<>();
  private final Map<ContentId, Set<Integer>> maybe = new HashMap<>();

  Scrubbing(Proof proof, List<Revision> revisions) {
    this.proof = proof;
    for (Revision revision : revisions) {
      keys.add(revision.key());
      revision.state().content().ifPresent(erased::add);
      numbers.computeIfAbsent(revision.file(), file -> new HashSet<>()).add(revision.number());
    }
  }

  /**
   * Looks at the lines that speak of a file of which something is erased; receipts come later.
   *
   * @param history all its revisions
   */
  void add(long file, List<LoggedLines.LoggedLine> lines, List<Revision> history)
      throws IOException {
    if (history.stream().allMatch(one -> keys.contains(one.key()))) {
      files.add(file);
    }
    Set<RevisionKey> after = new HashSet<>();
    for (int i = 1; i < history.size(); i++) {
      // What changed in the next one was told against this one.
      if (keys.contains(history.get(i - 1).key())) {
        after.add(history.get(i).key());
      }
    }
    for (LoggedLines.LoggedLine line : lines) {
      if (line.detail() instanceof Detail.ItemDone) {
        items.put(line.key(), line);
      } else if (line.detail().place().isPresent() && !line.isErased()) {
        note(line, goes(line, after), mayName(line.detail()));
      }
    }
  }

  /** The files of which nothing is left. */
  Set<Long> files() {
    return Set.copyOf(files);
  }

  /** Reads the receipts that matter. */
  void read() throws IOException {
    for (RevisionKey key : keys) {
      if (!actGoes.containsKey(key.segment())) {
        readAct(key.segment());
      }
    }
    for (ContentRef content : erased) {
      readNaming(content.id());
    }
    for (LoggedLines.LoggedLine item : List.copyOf(items.values())) {
      if (!item.isErased()) {
        readItem(item);
      }
    }
  }

  private void readAct(long number) throws IOException {
    Segment segment = proof.segment(number);
    boolean goes = proof.header(number).act() != Act.KEEP && isAllErased(segment);
    actGoes.put(number, goes);
    if (goes) {
      for (int line = 1; line < segment.lines().size(); line++) {
        LoggedLines.LoggedLine one = proof.line(new RevisionKey(number, line));
        if (one.detail() instanceof Detail.ItemDone) {
          items.put(one.key(), one);
        }
      }
    }
  }

  /** Whether an act that made one file's revisions has made only such as are erased. */
  private boolean isAllErased(Segment segment) throws IOException {
    for (int line = 1; line < segment.lines().size(); line++) {
      if (LineKinds.decode(segment.lines().get(line)) instanceof Detail.Revised
          && !keys.contains(new RevisionKey(segment.number(), line))) {
        return false;
      }
    }
    return true;
  }

  private void readNaming(ContentId content) throws IOException {
    for (RevisionKey key : proof.needs().naming(content)) {
      items.put(key, proof.line(key));
    }
  }

  private void note(LoggedLines.LoggedLine line, boolean goes, boolean mayName) {
    Detail.MetadataPlace place = line.detail().place().orElseThrow();
    ContentId block = line.in().header().blocks().get(place.block());
    if (goes) {
      blank.computeIfAbsent(block, id -> new HashSet<>()).add(place.line());
    } else if (mayName) {
      maybe.computeIfAbsent(block, id -> new HashSet<>()).add(place.line());
    }
  }

  private boolean goes(LoggedLines.LoggedLine line, Set<RevisionKey> after) {
    Detail detail = line.detail();
    if (detail instanceof Detail.Revised) {
      return keys.contains(line.key());
    } else if (detail instanceof Detail.Moved
        || detail instanceof Detail.Touched
        || detail instanceof Detail.Described) {
      return files.contains(((Detail.OfFile) detail).file());
    } else if (detail instanceof Detail.Summed summed) {
      return keys.contains(summed.revision()) || after.contains(summed.revision());
    }
    return detail instanceof Detail.OfRevision about && keys.contains(about.revision());
  }

  private static boolean mayName(Detail detail) {
    return detail instanceof Detail.Moved || detail instanceof Detail.Touched;
  }

  private void readItem(LoggedLines.LoggedLine line) throws IOException {
    JsonNode says = line.in().metadata((Detail.ItemDone) line.detail());
    ReceiptItem item = ReceiptItem.decode(says.toString());
    boolean goes =
        actGoes.getOrDefault(line.key().segment(), false) || isArrival(item) || isOfErased(item);
    if (goes) {
      item.before().flatMap(FileState::content).ifPresent(keptByBlanked::add);
    }
    note(line, goes, true);
  }

  private boolean isOfErased(ReceiptItem item) {
    if (item.file().isEmpty()) {
      return false;
    }
    long file = item.file().getAsLong();
    return files.contains(file)
        || (item.revision().isPresent()
            && numbers.getOrDefault(file, Set.of()).contains(item.revision().getAsInt()));
  }

  /** What was stored before it was brought in is kept by a line of its own. */
  private boolean isArrival(ReceiptItem item) {
    return item.outcome() == ReceiptItem.Outcome.KEPT
        && item.revision().isEmpty()
        && item.before().flatMap(FileState::content).filter(erased::contains).isPresent();
  }

  /** What the lines that go have kept, once for each. */
  List<ContentRef> keptByBlanked() {
    return List.copyOf(keptByBlanked);
  }

  /** Also reads the receipts that name what goes besides the revisions' own contents. */
  void readNaming(Set<ContentRef> gone) throws IOException {
    for (ContentRef content : gone) {
      for (RevisionKey key : proof.needs().naming(content.id())) {
        if (!items.containsKey(key)) {
          LoggedLines.LoggedLine line = proof.line(key);
          if (!line.isErased()) {
            items.put(key, line);
            note(line, false, true);
          }
        }
      }
    }
  }

  /**
   * The blocks as they read from now on.
   *
   * @param hashes of contents that nothing living needs
   */
  Map<ContentId, byte[]> blocks(ContentReader contents, Set<String> hashes) throws IOException {
    Map<ContentId, byte[]> blocks = new HashMap<>();
    Set<ContentId> concerned = new HashSet<>(blank.keySet());
    concerned.addAll(maybe.keySet());
    for (ContentId block : concerned) {
      String before = new String(contents.block(block), StandardCharsets.UTF_8);
      Map<Integer, String> said = new TreeMap<>();
      int at = 0;
      for (String line : before.split("\n", -1)) {
        said.put(at++, line);
      }
      blank.getOrDefault(block, Set.of()).forEach(line -> said.put(line, MetadataFormat.ERASED));
      for (int line : maybe.getOrDefault(block, Set.of())) {
        if (hashes.stream().anyMatch(Objects.requireNonNull(said.get(line))::contains)) {
          said.put(line, MetadataFormat.without(Objects.requireNonNull(said.get(line)), hashes));
        }
      }
      String now = String.join("\n", said.values());
      if (!now.equals(before)) {
        blocks.put(block, now.getBytes(StandardCharsets.UTF_8));
      }
    }
    return blocks;
  }
}
