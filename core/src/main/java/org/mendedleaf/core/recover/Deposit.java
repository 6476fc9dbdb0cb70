package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Arrived;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.LedgerEntry;
import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.PresentFile;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.store.ContentRef;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;

/**
 * Acts on a shelf that has no folder to work in: revisions are brought in, files are renamed,
 * moved, removed and mended in the log alone. Each act is one commit, so it has happened or it has
 * not.
 *
 * <p>For one thread at a time; other desks are settled by the log.
 */
public final class Deposit {

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;
  private final DepositFolders folders;

  public Deposit(Catalogue catalogue, Journal journal, Capture capture, InstantSource clock) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.capture = capture;
    this.clock = clock;
    this.folders = new DepositFolders(catalogue, clock);
  }

  /**
   * Where something is done.
   *
   * @param name of the shelf, for receipts
   */
  public record Place(long shelf, String name, String by) {}

  /**
   * Makes a file from outside the next revision of a file, or a new file.
   *
   * @param onto the file that it becomes the next revision of; empty for a new one
   * @param path where a new file goes
   * @throws RefusedException if it is the current revision already, or another file has that name;
   *     nothing was changed
   */
  public BringIn.Brought bring(
      Place place, Path arrival, OptionalLong onto, InnerPath path, String note)
      throws IOException {
    catalogue.catchUp();
    if (!Files.isRegularFile(arrival)) {
      throw new RefusedException(
          Files.isDirectory(arrival)
              ? "%s is a folder; its files are brought in one by one.".formatted(arrival)
              : "There is no file %s, so nothing was brought in.".formatted(arrival));
    }
    if (onto.isEmpty() && catalogue.files().presentAt(place.shelf(), path).isPresent()) {
      throw new RefusedException(
          "There is a file %s already, so no new one was made. Bring it in onto that file, or choose another name."
              .formatted(path.shown()));
    }
    Optional<Revision> current =
        onto.isPresent() ? catalogue.files().current(onto.getAsLong()) : Optional.empty();
    InnerPath at = onto.isPresent() ? requireFile(onto.getAsLong()).path() : path;
    try (WriteSession session = catalogue.store().write(catalogue)) {
      ContentWriter writer = session.writer();
      Optional<ContentRef> former = current.flatMap(revision -> revision.state().content());
      FileState arrived = capture.outside(arrival, former, writer);
      writer.flush();
      refuseSame(arrival, onto, current, arrived);
      OptionalInt from = earlier(onto, arrived);
      Path folder = arrival.toAbsolutePath().getParent();
      Arrived where =
          new Arrived(
              ShelfPaths.name(arrival),
              folder == null ? "" : folder.toString(),
              arrived.modified(),
              note.strip());
      List<Proposal> proposals = new ArrayList<>(folders.missing(place.shelf(), at));
      proposals.add(
          new Proposal.Save(
              onto, at(arrived, at), Origin.BRING_IN, from, true, Optional.of(where)));
      Journal.Committed committed =
          commit(place, Act.BRING_IN, OptionalLong.empty(), proposals, session);
      return new BringIn.Brought(
          committed.fileOfFirstRevision().orElseThrow(),
          committed.firstRevision(),
          committed.segment(),
          from);
    } catch (NoSuchFileException e) {
      throw new RefusedException(
          "There is no file %s, so nothing was brought in.".formatted(arrival));
    }
  }

  private static void refuseSame(
      Path arrival, OptionalLong onto, Optional<Revision> current, FileState arrived)
      throws RefusedException {
    if (onto.isPresent() && current.isPresent() && current.get().state().sameContent(arrived)) {
      throw new RefusedException(
          "%s is exactly r%d of %s, which is the current one. Nothing was changed."
              .formatted(
                  arrival.getFileName(),
                  current.get().number(),
                  current.get().state().path().shown()));
    }
  }

  private OptionalInt earlier(OptionalLong onto, FileState arrived) throws IOException {
    if (onto.isEmpty()) {
      return OptionalInt.empty();
    }
    return catalogue.files().history(onto.getAsLong()).stream()
        .filter(revision -> revision.state().sameContent(arrived))
        .mapToInt(Revision::number)
        .reduce((older, newer) -> newer);
  }

  /** Makes an earlier revision the current one, as a new revision. */
  public Mending.Mended mend(Place place, long fileId, int number) throws IOException {
    catalogue.catchUp();
    RecordedFile file = requireFile(fileId);
    Revision wanted = requireRevision(file, number);
    if (file.present() && file.lastNumber() == number) {
      throw new RefusedException(
          "r%d is the current revision of %s already. Nothing was changed."
              .formatted(number, file.path().shown()));
    }
    List<Proposal> proposals = new ArrayList<>(folders.missing(place.shelf(), file.path()));
    proposals.add(again(file, wanted, Origin.MEND));
    Journal.Committed committed = commit(place, Act.MEND, OptionalLong.empty(), proposals);
    return new Mending.Mended(
        file, number, OptionalInt.of(committed.firstRevision()), committed.segment());
  }

  /**
   * Gives a file another name or folder on its shelf; its history goes with it.
   *
   * @return the act
   */
  public long move(Place place, long fileId, InnerPath to) throws IOException {
    catalogue.catchUp();
    RecordedFile file = requireFile(fileId);
    if (!file.present()) {
      throw new RefusedException(
          "%s was removed; bring it back before it is moved. Nothing was changed."
              .formatted(file.path().shown()));
    }
    if (catalogue.files().presentAt(place.shelf(), to).isPresent()) {
      throw new RefusedException(
          "There is a file %s already. Nothing was changed.".formatted(to.shown()));
    }
    Revision current = catalogue.files().current(fileId).orElseThrow();
    List<Proposal> proposals = new ArrayList<>();
    proposals.add(new Proposal.Move(fileId, current.state().at(to)));
    proposals.addAll(folders.missing(place.shelf(), to));
    proposals.addAll(folders.emptied(place.shelf(), Set.of(file.path()), Optional.of(to)));
    return commit(place, Act.MOVE, OptionalLong.empty(), proposals).segment();
  }

  /**
   * Removes files, or folders with everything in them; their revisions stay.
   *
   * @return the act
   */
  public long remove(Place place, List<InnerPath> paths, String run) throws IOException {
    catalogue.catchUp();
    List<Proposal> proposals = new ArrayList<>();
    Set<InnerPath> gone = new HashSet<>();
    for (PresentFile file : catalogue.files().present(place.shelf())) {
      InnerPath at = file.state().path();
      if (paths.stream().anyMatch(path -> at.equals(path) || at.isWithin(path))) {
        proposals.add(new Proposal.Remove(file.file()));
        proposals.add(item(place, at, file.file(), file.revision(), Outcome.REMOVED, file.state()));
        gone.add(at);
      }
    }
    if (gone.isEmpty()) {
      throw new RefusedException(
          "Nothing on the shelf is called %s, so nothing was removed."
              .formatted(String.join(", ", paths.stream().map(InnerPath::shown).toList())));
    }
    proposals.addAll(folders.emptied(place.shelf(), gone, Optional.empty()));
    return commit(place, Act.REMOVE, OptionalLong.empty(), Optional.of(run), proposals).segment();
  }

  /** What making these current again would do, without doing it. */
  public Rehearsal rehearse(Place place, RecoveryOrder order) throws IOException {
    catalogue.catchUp();
    List<Step> steps = new ArrayList<>(new DepositSteps(catalogue, place).of(order));
    steps.sort(Comparator.comparing(step -> !step.isConflict()));
    return new Rehearsal(order, steps);
  }

  /**
   * Makes what was picked current again: removed files return, others are mended.
   *
   * @return the act; empty if everything was current already
   */
  public OptionalLong recover(Place place, RecoveryOrder order, String run) throws IOException {
    catalogue.catchUp();
    List<Proposal> proposals = new ArrayList<>();
    Set<InnerPath> gone = new HashSet<>();
    for (Step step : new DepositSteps(catalogue, place).of(order)) {
      InnerPath path = step.path().orElseThrow();
      RecordedFile file = requireFile(step.file().orElseThrow());
      if (step.planned() == Outcome.REMOVED) {
        proposals.add(new Proposal.Remove(file.id()));
        gone.add(path);
      } else if (step.planned() == Outcome.MADE_ROOM || step.planned() == Outcome.RECOVERED) {
        Revision revision = requireRevision(file, step.revision().orElseThrow());
        proposals.addAll(folders.missing(place.shelf(), path));
        proposals.add(again(file, revision, Origin.RECOVER));
      }
      proposals.add(new Proposal.Item(step.item(Optional.empty())));
    }
    proposals.addAll(folders.emptied(place.shelf(), gone, Optional.empty()));
    boolean nothing = proposals.stream().allMatch(Proposal.Item.class::isInstance);
    return nothing
        ? OptionalLong.empty()
        : OptionalLong.of(
            commit(place, Act.RECOVER, OptionalLong.empty(), Optional.of(run), proposals)
                .segment());
  }

  static String target(Place place, InnerPath path) {
    return place.name() + ":" + path.text();
  }

  /**
   * Takes an act back, if none of its files has changed since.
   *
   * @return the act that did
   * @throws RefusedException if it cannot be taken back; nothing was changed
   */
  public Undone undo(Place place, long act) throws IOException {
    catalogue.catchUp();
    LedgerEntry entry = requireUndoable(act);
    List<Proposal> proposals = new ArrayList<>();
    Optional<RecordedFile> first = Optional.empty();
    for (Revision made : catalogue.files().madeBy(act)) {
      RecordedFile file = requireFile(made.file());
      requireUnchanged(file, file.present() && file.lastNumber() == made.number());
      first = first.isPresent() ? first : Optional.of(file);
      proposals.addAll(before(place, file, made));
    }
    for (ReceiptItem item : catalogue.ledger().items(act)) {
      if (item.outcome() == Outcome.REMOVED && item.file().isPresent()) {
        RecordedFile file = requireFile(item.file().getAsLong());
        int number = item.revision().orElseThrow();
        requireUnchanged(file, !file.present() && file.lastNumber() == number);
        first = first.isPresent() ? first : Optional.of(file);
        Revision revision = requireRevision(file, number);
        proposals.addAll(folders.missing(place.shelf(), file.path()));
        proposals.add(again(file, revision, Origin.UNDO));
        proposals.add(
            item(place, file.path(), file.id(), number, Outcome.RECOVERED, revision.state()));
      }
    }
    if (proposals.isEmpty()) {
      throw new RefusedException(
          "Act %d is a %s, which cannot be taken back.".formatted(act, entry.act().word()));
    }
    Journal.Committed committed = commit(place, Act.UNDO, OptionalLong.of(act), proposals);
    int made = committed.firstRevision();
    return new Undone(
        committed.segment(),
        first.orElseThrow(),
        made < 0 ? OptionalInt.empty() : OptionalInt.of(made));
  }

  /**
   * What taking back did.
   *
   * @param file the first one that it concerned
   * @param revision what that one got; empty if it went away again
   */
  public record Undone(long act, RecordedFile file, OptionalInt revision) {}

  private List<Proposal> before(Place place, RecordedFile file, Revision made) throws IOException {
    List<Revision> history = catalogue.files().history(file.id());
    int at = history.indexOf(made);
    if (at <= 0 || made.afterRemoval()) {
      List<Proposal> proposals = new ArrayList<>();
      proposals.add(new Proposal.Remove(file.id()));
      proposals.add(
          item(place, file.path(), file.id(), made.number(), Outcome.REMOVED, made.state()));
      proposals.addAll(folders.emptied(place.shelf(), Set.of(file.path()), Optional.empty()));
      return proposals;
    }
    Revision former = history.get(at - 1);
    return List.of(
        again(file, former, Origin.UNDO),
        item(place, file.path(), file.id(), former.number(), Outcome.MADE_ROOM, former.state()));
  }

  private static void requireUnchanged(RecordedFile file, boolean unchanged)
      throws RefusedException {
    if (!unchanged) {
      throw new RefusedException(
          "%s has changed since then, so this cannot be taken back by itself. Nothing was changed; mend it with the revision you want."
              .formatted(file.path().shown()));
    }
  }

  private LedgerEntry requireUndoable(long act) throws IOException {
    LedgerEntry entry =
        catalogue
            .ledger()
            .act(act)
            .orElseThrow(() -> new RefusedException("The ledger has no act " + act + "."));
    if (catalogue.ledger().undoOf(act).isPresent()) {
      throw new RefusedException("Act %d has been taken back already.".formatted(act));
    }
    return entry;
  }

  private static Proposal again(RecordedFile file, Revision revision, Origin origin) {
    return new Proposal.Save(
        OptionalLong.of(file.id()),
        revision.state().at(file.path()),
        origin,
        OptionalInt.of(revision.number()),
        true);
  }

  private static Proposal item(
      Place place, InnerPath path, long file, int revision, Outcome outcome, FileState state) {
    return new Proposal.Item(
        new ReceiptItem(
            target(place, path),
            OptionalLong.of(file),
            OptionalInt.of(revision),
            outcome,
            outcome == Outcome.REMOVED ? 0 : state.size(),
            "",
            outcome == Outcome.REMOVED ? Optional.empty() : Optional.of(state),
            Optional.empty()));
  }

  private static FileState at(FileState arrived, InnerPath path) {
    return new FileState(
        path,
        arrived.size(),
        arrived.modified(),
        Optional.empty(),
        arrived.owner(),
        Optional.empty(),
        arrived.content(),
        Optional.empty());
  }

  private RecordedFile requireFile(long id) throws IOException {
    return requireFile(catalogue, id);
  }

  private Revision requireRevision(RecordedFile file, int number) throws IOException {
    return requireRevision(catalogue, file, number);
  }

  static RecordedFile requireFile(Catalogue catalogue, long id) throws IOException {
    return catalogue
        .files()
        .file(id)
        .orElseThrow(() -> new RefusedException("There is no file with the id " + id + "."));
  }

  static Revision requireRevision(Catalogue catalogue, RecordedFile file, int number)
      throws IOException {
    return catalogue
        .files()
        .revision(file.id(), number)
        .orElseThrow(
            () ->
                new RefusedException(
                    "%s has no revision r%d. Nothing was changed."
                        .formatted(file.path().shown(), number)));
  }

  private Journal.Committed commit(Place place, Act act, OptionalLong of, List<Proposal> proposals)
      throws IOException {
    return commit(place, act, of, Optional.empty(), proposals);
  }

  private Journal.Committed commit(
      Place place, Act act, OptionalLong of, Optional<String> run, List<Proposal> proposals)
      throws IOException {
    try (WriteSession session = catalogue.store().write(catalogue)) {
      return commit(draft(place, act, of, run, proposals), session);
    }
  }

  private Journal.Committed commit(
      Place place, Act act, OptionalLong of, List<Proposal> proposals, WriteSession session)
      throws IOException {
    return commit(draft(place, act, of, Optional.empty(), proposals), session);
  }

  private Journal.Committed commit(Journal.Draft draft, WriteSession session) throws IOException {
    return journal.commit(draft, session).orElseThrow();
  }

  private Journal.Draft draft(
      Place place, Act act, OptionalLong of, Optional<String> run, List<Proposal> proposals) {
    return new Journal.Draft(
        act,
        OptionalLong.of(place.shelf()),
        clock.instant(),
        place.by(),
        of,
        run,
        false,
        proposals);
  }
}
