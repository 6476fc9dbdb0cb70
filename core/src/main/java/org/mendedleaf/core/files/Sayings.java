package org.mendedleaf.core.files;

import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.shelves.Shelves;

/**
 * The statements of people about revisions and files: notes, verdicts, holds, descriptions.
 * Everything that was ever said stays in the ledger. Safe for several threads; any method may take
 * long.
 */
public final class Sayings {

  private static final int LONGEST = 10_000;

  private final FileLives files;
  private final Notices notices;
  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Sayings(
      FileLives files, Notices notices, Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.files = files;
    this.notices = notices;
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * Says what changed in a revision; the notes before are kept with it.
   *
   * @param text empty takes the note back
   */
  public long note(FileRef file, int revision, String text) throws IOException {
    String said = checked("note", text);
    return commit(file, Act.NOTE, new Proposal.Note(revision(file, revision).key(), said));
  }

  /** Says that a revision is known to be good, or that it no longer is. */
  public long good(FileRef file, int revision, boolean isGood) throws IOException {
    return commit(file, Act.GOOD, new Proposal.Good(revision(file, revision).key(), isGood));
  }

  /**
   * Keeps a revision whatever any rule says, until a person lifts it.
   *
   * @param why for those who find it later
   * @throws SentenceException without a reason
   */
  public long hold(FileRef file, int revision, String why) throws IOException {
    return hold(file, revision, why, Optional.empty());
  }

  /**
   * The same.
   *
   * @param until when the hold ends, in the future; empty if only a person ends it
   */
  public long hold(FileRef file, int revision, String why, Optional<Instant> until)
      throws IOException {
    if (until.isPresent() && !until.get().isAfter(settings.clock().instant())) {
      throw new SentenceException(
          "A hold that ends on a day that is past holds nothing. Nothing was changed.");
    }
    if (why.isBlank()) {
      throw new SentenceException(
          "A hold needs its reason, so that whoever finds it later knows when it may be lifted. Nothing was changed.");
    }
    shelves.require(file.store(), shelf(file), Right.HOLD);
    return commit(
        file,
        Act.HOLD,
        new Proposal.Hold(revision(file, revision).key(), checked("reason", why), until));
  }

  /**
   * Lifts a hold.
   *
   * @throws SentenceException if the revision is not held
   */
  public long release(FileRef file, int revision) throws IOException {
    FileLife life = files.life(file);
    Revision held = revision(life, revision);
    if (life.marks(held).hold().isEmpty()) {
      throw new SentenceException(
          "%s of %s is not held, so there is nothing to lift."
              .formatted(Revision.numbered(revision), life.file().path().shown()));
    }
    shelves.require(file.store(), shelf(file), Right.RELEASE);
    return commit(file, Act.RELEASE, new Proposal.Release(held.key()));
  }

  /**
   * What issuing did.
   *
   * @param act in the ledger
   */
  public record IssuedLetter(long act, RevisionMarks.Issue issue) {}

  /**
   * Gives a draft out: it gets the next letter of its file, which is never given again.
   *
   * @throws SentenceException if its shelf does not tell drafts from issued ones, or it has a
   *     letter already
   */
  public IssuedLetter issue(FileRef file, int revision) throws IOException {
    FileLife life = files.life(file);
    shelves.require(file.store(), life.shelf().id(), Right.ISSUE);
    if (!life.shelf().settings().stages()) {
      throw new SentenceException(
          "The shelf “%s” does not tell drafts from issued revisions, so nothing was issued. A keeper can switch that on."
              .formatted(life.shelf().name()));
    }
    Revision draft = revision(life, revision);
    Optional<RevisionMarks.Issue> given = life.marks(draft).issue();
    if (given.isPresent()) {
      throw new SentenceException(
          "%s of %s is issue %s already. Nothing was changed."
              .formatted(
                  Revision.numbered(revision), life.file().path().shown(), given.get().letters()));
    }
    long act = commit(file, Act.ISSUE, new Proposal.Issue(draft.key(), file.file()));
    FileLife now = files.life(file);
    return new IssuedLetter(act, now.marks(revision(now, revision)).issue().orElseThrow());
  }

  /** Says what a file is. */
  public long describe(FileRef file, Description description) throws IOException {
    var unused = checked("description", description.text());
    if (!description.tell().isEmpty()) {
      notices.begin(file.store());
    }
    return commit(file, Act.DESCRIBE, new Proposal.Describe(file.file(), description));
  }

  private long shelf(FileRef file) throws IOException {
    return files.life(file).file().shelf();
  }

  private static String checked(String what, String text) throws SentenceException {
    if (text.length() > LONGEST) {
      throw new SentenceException(
          "The %s has %,d characters; at most %,d are kept. Nothing was changed."
              .formatted(what, text.length(), LONGEST));
    }
    return text.strip();
  }

  private Revision revision(FileRef file, int number) throws IOException {
    return revision(files.life(file), number);
  }

  private static Revision revision(FileLife life, int number) throws SentenceException {
    return life.revision(number)
        .orElseThrow(
            () ->
                new SentenceException(
                    "%s has no %s."
                        .formatted(life.file().path().shown(), Revision.numbered(number))));
  }

  private long commit(FileRef file, Act act, Proposal proposal) throws IOException {
    OpenStore store = desk.store(file.store());
    long shelf = shelf(file);
    if (act == Act.NOTE || act == Act.GOOD || act == Act.DESCRIBE) {
      shelves.require(file.store(), shelf, Right.SAY);
    }
    Journal.Draft draft =
        new Journal.Draft(
            act,
            OptionalLong.of(shelf),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            List.of(proposal));
    return store.journal().commit(draft).segment();
  }
}
