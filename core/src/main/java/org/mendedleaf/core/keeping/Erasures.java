package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.SnapshotQuestions;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Notices;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.core.store.Rewriting;
import org.mendedleaf.core.tray.Recoveries;

/**
 * Destroying revisions for good. Nothing brings them back, so everything that follows from it is
 * told first. What lives is never taken from a row of the catalogue alone, which was lying on a
 * drive where a bit may have flipped: every row that the decision rests on is proven. Safe for
 * several threads; any method may take long.
 */
public final class Erasures {

  private final FileLives files;
  private final Snapshots snapshots;
  private final Shelves shelves;
  private final Safeguards safeguards;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final ErasingAttempts attempts;
  private final DueErasures due;

  public Erasures(
      FileLives files,
      Notices notices,
      Recoveries recoveries,
      Snapshots snapshots,
      Shelves shelves,
      Safeguards safeguards,
      OpenDesk desk,
      OfficeSettings settings) {
    this.files = files;
    this.safeguards = safeguards;
    this.snapshots = snapshots;
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
    this.attempts = new ErasingAttempts(desk, notices, recoveries);
    this.due = new DueErasures(files, attempts, desk, settings);
  }

  /**
   * The effect that an erasure would have.
   *
   * @param revisions those that go, oldest first
   * @param everything whether nothing is left of the file then, its names included
   * @param current which revision is the newest then; empty if nothing is left
   * @param liesThere whether the file as it lies on its shelf is one of those that go, so that the
   *     next capture would record it again
   * @param issued those that were given out, with a letter
   * @param held those that somebody holds: as long as there is one, nothing is erased
   * @param snapshots labels of snapshots that have one of them
   * @param elsewhere other files whose history has the same content, which stays there
   * @param freed bytes by which the store's files become smaller; exact
   * @param unused how many of them were out of use already, as after packing, and go as well
   */
  public record Consequences(
      FileLife life,
      List<Revision> revisions,
      boolean everything,
      Optional<Revision> current,
      boolean liesThere,
      List<Revision> issued,
      List<Revision> held,
      List<String> snapshots,
      List<String> elsewhere,
      long freed,
      long unused) {}

  /**
   * The result of an erasure.
   *
   * @param act in the ledger, which says that revisions were erased, when and by whom
   * @param freed bytes by which the store's files are smaller
   */
  public record ErasureDone(long act, int revisions, boolean everything, long freed) {}

  /**
   * Tells what erasing would do.
   *
   * @param numbers of revisions; empty for the file with all its history
   */
  public Consequences rehearse(FileRef file, Set<Integer> numbers) throws IOException {
    return attempts.proven(desk.store(file.store()), () -> rehearseOnce(file, numbers));
  }

  private Consequences rehearseOnce(FileRef file, Set<Integer> numbers) throws IOException {
    FileLife life = files.life(file);
    List<Revision> chosen = chosen(life, numbers);
    Rewriting.FreedRoom freed = erasing(file).weigh(chosen);
    return consequences(life, chosen, freed.bytes(), freed.unused());
  }

  /**
   * Erases.
   *
   * @param numbers of revisions; empty for the file with all its history
   * @param typedName the file's name, typed by whoever wants this
   * @throws SentenceException if the name is another, a revision is held, there is none such, or
   *     the store delays erasing, see {@link AskedErasures}
   */
  public ErasureDone erase(FileRef file, Set<Integer> numbers, String typedName)
      throws IOException {
    return erase(file, numbers, typedName, false);
  }

  /**
   * The same.
   *
   * @param named whether the ledger keeps what the file was called
   */
  public ErasureDone erase(FileRef file, Set<Integer> numbers, String typedName, boolean named)
      throws IOException {
    OpenStore store = desk.store(file.store());
    LettingGo.refuseUnderSetClock(settings, store);
    ErasureOrder order =
        new ErasureOrder(
            file,
            numbers,
            named,
            settings.person(),
            () -> {
              refuseDelayed(file);
              return allowed(file, typedName);
            });
    return attempts.proven(store, () -> eraseProven(order));
  }

  /** Erases what somebody asked for long enough ago, if it is still asked for. */
  ErasureDone eraseAsked(FileRef file, Set<Integer> numbers, boolean named, String by)
      throws IOException {
    ErasureOrder order =
        new ErasureOrder(file, numbers, named, by, () -> stillAsked(file, numbers));
    return attempts.proven(desk.store(file.store()), () -> eraseProven(order));
  }

  private FileLife stillAsked(FileRef file, Set<Integer> numbers) throws IOException {
    FileLife life = files.life(file);
    for (Revision revision : chosen(life, numbers)) {
      if (life.marks(revision)
          .notice()
          .filter(one -> one.cause().isErasure())
          .filter(one -> !one.until().isAfter(settings.clock().instant()))
          .isEmpty()) {
        throw new SentenceException(
            "Erasing %s of %s was called off meanwhile, so it stays."
                .formatted(Revision.numbered(revision.number()), life.file().path().shown()));
      }
    }
    return life;
  }

  private void refuseDelayed(FileRef file) throws IOException {
    Optional<Span> delay = safeguards.delay(file.store());
    if (delay.isPresent()) {
      throw new SentenceException(
          "In this store erasing takes effect %s after it was asked for. Nothing was erased."
              .formatted(delay.get()));
    }
  }

  /**
   * What is to be erased.
   *
   * @param by in whose name
   * @param allowed finds the file as long as it may be done; asked again once rows are proven
   */
  private record ErasureOrder(
      FileRef file, Set<Integer> numbers, boolean named, String by, Allowed allowed) {

    interface Allowed {
      FileLife life() throws IOException;
    }
  }

  private ErasureDone eraseProven(ErasureOrder order) throws IOException {
    FileLife life = order.allowed().life();
    return attempts.until(
        life.shelf(),
        "erased",
        () -> {
          Optional<ErasureDone> erased = tryToErase(order);
          if (erased.isPresent()) {
            // Before anybody else has a turn on this shelf.
            attempts.forgetHere(life, order.numbers(), erased.get().everything());
          }
          return erased;
        });
  }

  FileLife allowed(FileRef file, String typed) throws IOException {
    FileLife life = files.life(file);
    shelves.require(file.store(), life.shelf().id(), Right.ERASE);
    String name = life.file().path().name();
    if (!isTyped(typed, name)) {
      throw new SentenceException(
          "The file is called “%s”, not “%s”. Nothing was erased.".formatted(name, typed.strip()));
    }
    return life;
  }

  /** What surrounds a name is easily typed or left out, unless there is nothing else in it. */
  private static boolean isTyped(String typed, String name) {
    boolean spaces = !name.isBlank() && typed.strip().equals(name.strip());
    return typed.equals(name) || spaces;
  }

  /**
   * Erases what thinning has let go.
   *
   * @param due asked again whenever somebody else has recorded meanwhile, since that may need them
   */
  ErasureDone letGo(Shelf shelf, DueErasures.DueTest due) throws IOException {
    return this.due.letGo(shelf, due);
  }

  /** What would be free without these; nothing is changed. */
  Freed freed(Shelf shelf, DueErasures.DueTest due) throws IOException {
    return this.due.freed(shelf, due);
  }

  /**
   * What the store's files become smaller by.
   *
   * @param bytes exact
   * @param unused how many of them were out of use already, as after packing, and go as well
   */
  public record Freed(long bytes, long unused) {
    static final Freed NOTHING = new Freed(0, 0);
  }

  private Optional<ErasureDone> tryToErase(ErasureOrder order) throws IOException {
    long seen = ErasingAttempts.seen(desk.store(order.file().store()));
    FileLife life = order.allowed().life();
    List<Revision> chosen = chosen(life, order.numbers());
    refuseHeld(life, chosen);
    Erasing erasing = erasing(life.ref());
    Erasing.Prepared prepared = erasing.prepare(life.shelf().id(), chosen);
    try {
      // What was asked before the rows were proven may have come from others.
      FileLife proven = order.allowed().life();
      if (!chosen(proven, order.numbers()).equals(chosen)) {
        throw new UnprovenException("which revision is to be erased");
      }
      refuseHeld(proven, chosen);
    } catch (IOException e) {
      erasing.drop(prepared);
      throw e;
    }
    if (prepared.basedOn() != seen) {
      erasing.drop(prepared);
      return Optional.empty();
    }
    OptionalLong act =
        erasing.commit(
            prepared,
            settings.clock().instant(),
            order.by(),
            order.named() ? Optional.of(life.file().path().shown()) : Optional.empty());
    return act.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new ErasureDone(
                act.getAsLong(), chosen.size(), !prepared.files().isEmpty(), prepared.freed()));
  }

  static void refuseHeld(FileLife life, List<Revision> chosen) throws SentenceException {
    for (Revision revision : held(life, chosen)) {
      throw new SentenceException(
          "%s of %s is held (%s), so nothing was erased. “mended-leaf release” lifts the hold."
              .formatted(
                  Revision.numbered(revision.number()),
                  life.file().path().shown(),
                  life.marks(revision).hold().orElseThrow().why()));
    }
  }

  private static List<Revision> held(FileLife life, List<Revision> chosen) {
    return chosen.stream().filter(one -> life.marks(one).hold().isPresent()).toList();
  }

  static List<Revision> chosen(FileLife life, Set<Integer> numbers) throws SentenceException {
    if (numbers.isEmpty()) {
      return life.revisions();
    }
    List<Revision> chosen = new ArrayList<>();
    for (int number : new TreeSet<>(numbers)) {
      chosen.add(
          life.revision(number)
              .orElseThrow(
                  () ->
                      new SentenceException(
                          "%s has no revision %s. Nothing was erased."
                              .formatted(life.file().path().shown(), Revision.numbered(number)))));
    }
    return chosen;
  }

  private Consequences consequences(FileLife life, List<Revision> chosen, long freed, long unused)
      throws IOException {
    List<Revision> left =
        life.revisions().stream().filter(revision -> !chosen.contains(revision)).toList();
    Optional<Revision> current =
        left.isEmpty() ? Optional.empty() : Optional.of(left.get(left.size() - 1));
    Set<Integer> numbers = chosen.stream().map(Revision::number).collect(Collectors.toSet());
    Set<String> snapshots = new LinkedHashSet<>();
    for (SnapshotQuestions.HeldRevision held : this.snapshots.holding(life.ref())) {
      if (numbers.contains(held.revision())) {
        snapshots.add(this.snapshots.byId(life.ref().store(), held.snapshot()).label());
      }
    }
    return new Consequences(
        life,
        chosen,
        left.isEmpty(),
        current,
        life.file().present() && chosen.contains(life.newest()),
        chosen.stream().filter(one -> life.marks(one).issue().isPresent()).toList(),
        held(life, chosen),
        List.copyOf(snapshots),
        elsewhere(life, chosen),
        freed,
        unused);
  }

  private List<String> elsewhere(FileLife life, List<Revision> chosen) throws IOException {
    Catalogue catalogue = desk.store(life.ref().store()).catalogue();
    Set<String> others = new LinkedHashSet<>();
    for (Revision revision : chosen) {
      if (revision.state().content().isPresent() && revision.state().size() > 0) {
        for (Revision other : catalogue.files().holding(revision.state().content().get().id())) {
          if (other.file() != revision.file()) {
            Optional<RecordedFile> file = catalogue.files().file(other.file());
            file.ifPresent(there -> others.add(there.path().shown()));
          }
        }
      }
    }
    return List.copyOf(others);
  }

  private Erasing erasing(FileRef file) throws IOException {
    OpenStore store = desk.store(file.store());
    return new Erasing(store.catalogue(), store.journal());
  }
}
