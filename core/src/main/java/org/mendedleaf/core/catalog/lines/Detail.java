package org.mendedleaf.core.catalog.lines;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;

/**
 * A line of a segment after the first: one thing that the act did, with the numbers it was given.
 * How each is written, read and applied says {@link LineKinds}.
 */
public sealed interface Detail {

  /**
   * The position of a line of metadata: its block by position in the header, its line counted from
   * 0.
   */
  record MetadataPlace(int block, int line) {}

  /** A line whose text stands in a metadata block of its commit, where it can be erased. */
  sealed interface WithMetadata extends Detail {
    MetadataPlace at();
  }

  /** A line that names the file it is about. */
  sealed interface OfFile extends Detail {
    long file();
  }

  /** A line about an earlier revision. */
  sealed interface OfRevision extends Detail {
    RevisionKey revision();
  }

  /** The number that a revision had where it was committed first, before a fork was joined. */
  record FormerNumber(long file, int number) {}

  /**
   * @param was its number in a log that was joined with this one; empty if it was committed here
   */
  record Revised(
      long file,
      int number,
      Origin origin,
      OptionalInt from,
      Optional<FormerNumber> was,
      MetadataPlace at)
      implements OfFile, WithMetadata {

    /** One that was committed here first. */
    public Revised(long file, int number, Origin origin, OptionalInt from, MetadataPlace at) {
      this(file, number, origin, from, Optional.empty(), at);
    }
  }

  record Moved(long file, MetadataPlace at) implements OfFile, WithMetadata {}

  record Touched(long file, MetadataPlace at) implements OfFile, WithMetadata {}

  record Removed(long file) implements OfFile {}

  record FolderChanged(boolean here, MetadataPlace at) implements WithMetadata {}

  /** Everything that is in a folder, at any depth, is in another one from now on. */
  record FolderMoved(MetadataPlace at) implements WithMetadata {}

  record ShelfAdded(long shelf, MetadataPlace at) implements WithMetadata {}

  record SaverFound(RevisionKey revision, MetadataPlace at) implements OfRevision, WithMetadata {}

  record Summed(RevisionKey revision, MetadataPlace at) implements OfRevision, WithMetadata {}

  /**
   * All revisions of that segment were examined; those about which something is doubtful are said.
   */
  record Screened(long segment) implements Detail {}

  record Doubted(RevisionKey revision, MetadataPlace at) implements OfRevision, WithMetadata {}

  record Meant(RevisionKey revision, MetadataPlace at) implements OfRevision, WithMetadata {}

  /** Many files of a shelf were hurt between two commits; numbers as in {@link MassEvent}. */
  record MassHappened(long first, long last, long shelf, int damaged, int scrambled, int removed)
      implements Detail {}

  /** A person decided on the event that began with that commit. */
  record MassDecided(long first, long shelf, MetadataPlace at) implements WithMetadata {}

  record SnapshotTaken(long snapshot, MetadataPlace at) implements WithMetadata {}

  record ItemDone(long number, MetadataPlace at) implements WithMetadata {}

  record Unlabelled(long snapshot) implements Detail {}

  record Noted(RevisionKey revision, MetadataPlace at) implements OfRevision, WithMetadata {}

  record MarkedGood(RevisionKey revision, boolean isGood) implements OfRevision {}

  record Held(RevisionKey revision, MetadataPlace at) implements OfRevision, WithMetadata {}

  record Released(RevisionKey revision) implements OfRevision {}

  record Noticed(RevisionKey revision, Instant until, NoticeCause cause) implements OfRevision {}

  record OffNotice(RevisionKey revision) implements OfRevision {}

  record Described(long file, MetadataPlace at) implements OfFile, WithMetadata {}

  /**
   * @param file whose letter it is: it stays used when the revision is erased
   * @param letter from 1
   */
  record Issued(RevisionKey revision, long file, int letter) implements OfFile {}

  record ShelfSet(String what, MetadataPlace at) implements WithMetadata {}

  record Erased(RevisionKey revision) implements Detail {}

  record FileErased(long file) implements Detail {}

  /**
   * The safeguards of the store as spans in words.
   *
   * @param least the least keeping time; empty for none
   * @param delay after which erasing and loosening take effect; empty for none
   */
  record Safeguarded(String least, String delay) implements Detail {}

  /** What a drill measured; what it proved say items. */
  record Drilled(DrillFigures figures) implements Detail {}

  /** What an erased file was called, where somebody wants the ledger to keep that. */
  record Called(String name) implements Detail {}

  /** Where its metadata stands; empty if it has none. */
  default Optional<MetadataPlace> place() {
    return this instanceof WithMetadata line ? Optional.of(line.at()) : Optional.empty();
  }
}
