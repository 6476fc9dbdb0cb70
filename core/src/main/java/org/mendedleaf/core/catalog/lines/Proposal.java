package org.mendedleaf.core.catalog.lines;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.function.Function;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingsFormat;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;
import org.mendedleaf.core.history.SaverSource;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSetting;

/**
 * One entry that an act wants to add to the log. Numbers are given at the commit, since another
 * desk may commit first.
 */
public sealed interface Proposal {

  /** What stands in a metadata block; empty where ids say everything. */
  default Optional<String> metadata() {
    return Optional.empty();
  }

  /** One that gets no number: it becomes the same line whatever was committed before it. */
  sealed interface Unnumbered extends Proposal {

    /**
     * @param at where its metadata stands; null if it has none
     */
    Detail line(Detail.MetadataPlace at);
  }

  /**
   * A new revision.
   *
   * @param file the file meant, or empty: the one that is or was last at that path, else a new one
   * @param origin the act
   * @param from the revision whose content this is, where there is one
   * @param always whether it is recorded even if the current revision is the same
   * @param arrived where it came from, for what was brought in
   * @param was its number in a log that is joined with this one
   */
  record Save(
      OptionalLong file,
      FileState state,
      Origin origin,
      OptionalInt from,
      boolean always,
      Optional<Arrived> arrived,
      Optional<Detail.FormerNumber> was)
      implements Proposal {

    /** A revision that was committed nowhere yet. */
    public Save(
        OptionalLong file,
        FileState state,
        Origin origin,
        OptionalInt from,
        boolean always,
        Optional<Arrived> arrived) {
      this(file, state, origin, from, always, arrived, Optional.empty());
    }

    /** A revision that did not come from outside. */
    public Save(
        OptionalLong file, FileState state, Origin origin, OptionalInt from, boolean always) {
      this(file, state, origin, from, always, Optional.empty());
    }

    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encode(state, arrived));
    }
  }

  /** A file is at another path now, content unchanged. */
  record Move(long file, FileState state) implements Proposal {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encode(state));
    }
  }

  /**
   * All files of a folder, at any depth, now lie in another folder under the same names.
   *
   * @param before not the shelf's own folder, nor in the other, nor the other in it
   */
  record MoveFolder(InnerPath before, InnerPath now) implements Proposal {
    public MoveFolder {
      if (before.isRoot() || now.isRoot() || before.isWithin(now) || now.isWithin(before)) {
        throw new IllegalArgumentException("no folder moves from " + before + " to " + now);
      }
    }

    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeMoved(before, now));
    }
  }

  /** Only times or permissions changed. */
  record Touch(long file, FileState state) implements Proposal {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encode(state));
    }
  }

  /** A file is gone from its shelf. */
  record Remove(long file) implements Proposal {}

  /** A folder is new or has other times or permissions. */
  record FolderHere(FolderState state) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encode(state));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.FolderChanged(true, at);
    }
  }

  /** A folder is gone. */
  record FolderGone(InnerPath path) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encode(path));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.FolderChanged(false, at);
    }
  }

  /** A shelf begins. */
  record NewShelf(String name, ShelfKind kind, String folder) implements Proposal {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeShelf(name, kind, folder));
    }
  }

  /**
   * The shelf, or a folder of it, is labelled as it is at this point of the log.
   *
   * @param cause what made somebody or something take it
   */
  record TakeSnapshot(InnerPath folder, String label, String reason, String cause)
      implements Proposal {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeSnapshot(folder, label, reason, cause));
    }
  }

  /** The result of an act at one place. */
  record Item(ReceiptItem item) implements Proposal {
    @Override
    public Optional<String> metadata() {
      return Optional.of(item.encode());
    }
  }

  /** A snapshot loses its label. */
  record Unlabel(long snapshot) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Unlabelled(snapshot);
    }
  }

  /** The person who saved a revision. */
  record Saver(RevisionKey revision, String who, SaverSource source) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeSaver(who, source));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.SaverFound(revision, at);
    }
  }

  /** A summary of what changed since the revision before. */
  record Sum(RevisionKey revision, String summary) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeSummary(summary));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Summed(revision, at);
    }
  }

  /** What is doubtful about a revision; it takes the place of what was said of it before. */
  record Doubting(RevisionKey revision, List<Finding> findings) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(FindingsFormat.encode(findings));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Doubted(revision, at);
    }
  }

  /**
   * What is doubtful about a revision is as somebody wanted it.
   *
   * @param why in a person's words; may be empty
   */
  record Mean(RevisionKey revision, String why) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeText("meant", why));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Meant(revision, at);
    }
  }

  /** A person's word on a mass event. */
  record Decide(long shelf, long first, String why) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeText("decided", why));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.MassDecided(first, shelf, at);
    }
  }

  /** A person's note on a revision; an empty one takes it back. */
  record Note(RevisionKey revision, String text) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeText("note", text));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Noted(revision, at);
    }
  }

  /** A revision is known to be good, or no longer is. */
  record Good(RevisionKey revision, boolean isGood) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.MarkedGood(revision, isGood);
    }
  }

  /**
   * A revision is held.
   *
   * @param until when that ends; empty if only a person ends it
   */
  record Hold(RevisionKey revision, String why, Optional<Instant> until) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(MetadataFormat.encodeHold(why, until));
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Held(revision, at);
    }
  }

  /** A hold is lifted. */
  record Release(RevisionKey revision) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Released(revision);
    }
  }

  /**
   * A revision is let go: it is still there until then.
   *
   * @param cause which decides what takes it off notice
   */
  record PutOnNotice(RevisionKey revision, Instant until, NoticeCause cause) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Noticed(revision, until, cause);
    }
  }

  /**
   * The safeguards of the store are set.
   *
   * @param least the least keeping time in words; empty for none
   * @param delay likewise
   */
  record SetSafeguards(String least, String delay) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Safeguarded(least, delay);
    }
  }

  /** A revision on notice is kept after all. */
  record TakeOffNotice(RevisionKey revision) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.OffNotice(revision);
    }
  }

  /** A revision is given out; it gets the next letter of its file. */
  record Issue(RevisionKey revision, long file) implements Proposal {}

  /** A line in which everything stands that it says. */
  record Whole(Detail says) implements Unnumbered {
    @Override
    public Detail line(Detail.MetadataPlace at) {
      return says;
    }
  }

  /** Something is said about the shelf as a whole. */
  record SetShelf(ShelfSetting setting) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(setting.encode());
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.ShelfSet(setting.what(), at);
    }
  }

  /**
   * A line of a log that is joined with this one.
   *
   * @param text its metadata
   * @param says makes the line of where that stands
   */
  record Repeated(Optional<String> text, Function<Detail.MetadataPlace, Detail> says)
      implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return text;
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return says.apply(at);
    }
  }

  /** What a file is, and who wants to know of its new revisions. */
  record Describe(long file, Description description) implements Unnumbered {
    @Override
    public Optional<String> metadata() {
      return Optional.of(description.encode());
    }

    @Override
    public Detail line(Detail.MetadataPlace at) {
      return new Detail.Described(file, at);
    }
  }
}
