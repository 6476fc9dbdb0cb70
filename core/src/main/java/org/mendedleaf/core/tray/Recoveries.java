package org.mendedleaf.core.tray;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Anew;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Required;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.watch.OpenPrograms;

/**
 * Runs the mending tray, rehearsed first, with receipts. A recovery that is begun is kept on the
 * desk until its receipt is in the log, so that one that was interrupted can be resumed. Safe for
 * several threads; any method may take long.
 */
public final class Recoveries {

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final BegunRuns begun;
  private final RunReceipts receipts;

  public Recoveries(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
    this.begun = new BegunRuns(desk, settings.home().resolve("recoveries"));
    this.receipts = new RunReceipts(shelves, desk, settings);
  }

  /** The exact outcome of running the tray, before it is run. */
  public TrayRehearsal rehearse(Tray tray) throws IOException {
    Set<String> taken = new HashSet<>();
    List<TrayRehearsal.RehearsalPart> parts = new ArrayList<>();
    for (Tray.TrayPart part : tray.parts()) {
      Shelf shelf = shelves.byId(part.store(), part.order().shelf());
      OpenStore store = desk.store(part.store());
      boolean deposited =
          shelf.isDeposit() && part.order().destination() instanceof Destination.InPlace;
      parts.add(
          new TrayRehearsal.RehearsalPart(
              shelf,
              deposited
                  ? store.deposit().rehearse(shelves.depositPlace(shelf), part.order())
                  : store.recovery().rehearse(part.order(), shelf.folder(), taken)));
    }
    return new TrayRehearsal(tray, parts);
  }

  /** The programs that have a file open which would be written over, by the file. */
  public Map<Path, Set<String>> openIn(TrayRehearsal rehearsal) {
    List<Path> standing =
        rehearsal.lines().stream()
            .flatMap(line -> line.step().stands().stream())
            .map(Step.Stands::at)
            .toList();
    return OpenPrograms.ofThisMachine().having(standing, settings.clock().instant());
  }

  /** Recovers everything that is on the tray. */
  public RunReceipt run(Tray tray, Progress progress) throws IOException {
    if (tray.entries().isEmpty()) {
      throw new SentenceException("Nothing is on the tray, so nothing was done.");
    }
    requireRight(tray);
    String run = "%012x".formatted(settings.random().nextLong() & 0xffff_ffff_ffffL);
    begun.begin(run, tray);
    return finish(run, tray, progress);
  }

  /** A recovery that was begun and never ended. */
  public record Unfinished(String id, Instant begunAt, Tray tray) {}

  /** Recoveries that were begun and never ended, oldest first. */
  public List<Unfinished> unfinished() throws IOException {
    List<Unfinished> all = new ArrayList<>();
    for (BegunRuns.Begun one : begun.all()) {
      Instant at = settings.fileTimes().onOfficeClock(one.at());
      try {
        all.add(new Unfinished(one.run(), at, begun.read(one.run())));
      } catch (DamagedDeskFileException e) {
        // Nobody can tell what was wanted; what lies at the targets is whole, old or new.
        begun.end(one.run());
      } catch (IOException e) {
        // Its store is locked or away: what was wanted is told once that is open.
      }
    }
    return all;
  }

  /** Does the rest of a recovery that was interrupted or stopped. */
  public RunReceipt resume(String id, Progress progress) throws IOException {
    Tray tray = begun.read(id);
    requireRight(tray);
    return finish(id, tray, progress);
  }

  /** Copying out is open to everybody who may look. */
  private void requireRight(Tray tray) throws IOException {
    for (Tray.TrayPart part : tray.parts()) {
      if (part.order().destination() instanceof Destination.InPlace) {
        shelves.require(part.store(), part.order().shelf(), Right.MEND);
      }
    }
  }

  /** Leaves a recovery that was interrupted as it is. */
  public void forget(String id) throws IOException {
    begun.end(id);
  }

  /** Leaves recoveries that were interrupted and were about any of this, which is erased now. */
  public void forgetMentioning(Set<String> words) throws IOException {
    for (BegunRuns.Begun one : begun.all()) {
      if (begun.mentions(one.run(), words)) {
        begun.end(one.run());
      }
    }
  }

  private RunReceipt finish(String run, Tray tray, Progress progress) throws IOException {
    try {
      return recover(run, tray, progress);
    } catch (IOException e) {
      // Where nothing was begun, there is nothing to take up again.
      if (!begun.hasBegunToWrite(run)) {
        begun.end(run);
      }
      throw e;
    }
  }

  /** The shelves on which something is put into place. */
  private List<Shelf> shelves(Tray tray) throws IOException {
    List<Shelf> shelves = new ArrayList<>();
    for (Tray.TrayPart part : tray.parts()) {
      if (part.order().destination() instanceof Destination.InPlace) {
        shelves.add(this.shelves.byId(part.store(), part.order().shelf()));
      }
    }
    return shelves;
  }

  private static List<String> stores(Tray tray) {
    return tray.parts().stream().map(Tray.TrayPart::store).toList();
  }

  private RunReceipt recover(String run, Tray tray, Progress progress) throws IOException {
    Set<String> taken = new HashSet<>();
    List<RunReceipt.ReceiptPart> unnoted = new ArrayList<>();
    progress.phase(Phase.WAITING, 0, 0);
    try (Turns.Turn unusedTurn = desk.turns().take(shelves(tray))) {
      List<Tray.TrayPart> parts = tray.parts();
      for (int i = 0; i < parts.size(); i++) {
        Tray.TrayPart part = parts.get(i);
        Shelf shelf = shelves.byId(part.store(), part.order().shelf());
        if (shelf.isDeposit() && part.order().destination() instanceof Destination.InPlace) {
          recoverDeposited(part, shelf, run);
          continue;
        }
        Recovery.RecoveryRequest request =
            new Recovery.RecoveryRequest(
                part.order(), shelf.folder(), settings.person(), run, begun.plan(run, i), taken);
        Set<String> before = Set.copyOf(taken);
        Optional<Executor.Executed> done =
            Anew.ifErased(
                () -> {
                  taken.retainAll(before);
                  return desk.store(part.store()).recovery().run(request, progress);
                });
        if (done.isPresent() && !done.get().isNoted()) {
          unnoted.add(new RunReceipt.ReceiptPart(shelf, receipts.unnoted(shelf, done.get(), run)));
        }
      }
      // One that was stopped can be taken up again.
      if (!progress.cancelled()) {
        begun.end(run);
      }
      List<RunReceipt.ReceiptPart> done =
          new ArrayList<>(receipts.ofRun(run, stores(tray)).parts());
      done.addAll(unnoted);
      if (done.isEmpty()) {
        throw new SentenceException(
            "Everything that was picked is there already, so nothing was done.");
      }
      return new RunReceipt(done);
    }
  }

  private void recoverDeposited(Tray.TrayPart part, Shelf shelf, String run) throws IOException {
    OpenStore store = desk.store(part.store());
    store.catalogue().catchUp();
    // One that is resumed has done this part already.
    if (store.catalogue().ledger().ofRun(run).stream()
        .noneMatch(entry -> entry.shelf().equals(OptionalLong.of(shelf.id())))) {
      var unused = store.deposit().recover(shelves.depositPlace(shelf), part.order(), run);
    }
  }

  /**
   * What brings a removed file or folder back: its newest revision, or the folder as it was right
   * before it went.
   *
   * @throws SentenceException if nothing at that place was removed
   */
  public Pick bringBack(Shelf shelf, InnerPath path) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.catchUp();
    Optional<RecordedFile> file = catalogue.files().lastAt(shelf.id(), path);
    // One that went since the last capture is on the shelf only as far as is recorded.
    boolean away = file.isPresent() && (!file.get().present() || !lies(shelf, path));
    if (away) {
      return new Pick.OfRevision(file.get().id(), file.get().lastNumber());
    }
    if (file.isEmpty() && !lies(shelf, path)) {
      Moment now = new Moment.Now(settings.clock().instant());
      if (!catalogue.trees().below(shelf.id(), path, now).isEmpty()) {
        return new Pick.OfMoment(path, now);
      }
    }
    Optional<Instant> gone =
        catalogue.moments().sum(shelf.id(), path, new Moment.Now(Instant.MAX)).removedAt();
    if (file.isEmpty() && gone.isPresent()) {
      return new Pick.OfMoment(path, new Moment.At(gone.get().minusNanos(1)));
    }
    throw new SentenceException(
        file.isPresent()
            ? "%s is on its shelf “%s”, so there is nothing to bring back."
                .formatted(path.shown(), shelf.name())
            : "Nothing that was called %s was removed from the shelf “%s”."
                .formatted(path.shown(), shelf.name()));
  }

  private static boolean lies(Shelf shelf, InnerPath path) {
    return shelf.folder().isEmpty()
        || Files.exists(ShelfPaths.resolve(shelf.folder().get(), path), LinkOption.NOFOLLOW_LINKS);
  }

  /**
   * Takes files and folders off a shelf and out of its folder. Their revisions stay, and it can be
   * taken back as a whole.
   */
  public RunReceipt remove(Shelf shelf, List<InnerPath> paths, Progress progress)
      throws IOException {
    shelves.require(shelf.store(), shelf.id(), Right.REMOVE);
    if (paths.contains(InnerPath.ROOT)) {
      throw new SentenceException("A whole shelf is not removed like a file. Nothing was changed.");
    }
    String run = "%012x".formatted(settings.random().nextLong() & 0xffff_ffff_ffffL);
    if (shelf.isDeposit()) {
      try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
        long act =
            desk.store(shelf.store()).deposit().remove(shelves.depositPlace(shelf), paths, run);
        return receipt(shelf.store(), act);
      }
    }
    Path folder = Required.folder(shelf);
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      long act =
          Anew.ifErased(
              () ->
                  desk.store(shelf.store())
                      .recovery()
                      .remove(shelf.id(), folder, paths, settings.person(), run, progress));
      return receipt(shelf.store(), act);
    }
  }

  /**
   * Takes a whole run back, as far as nothing has changed since.
   *
   * @param act any act of it
   * @return what taking it back did
   */
  public RunReceipt undo(String store, long act, Progress progress) throws IOException {
    List<RunReceipt.ReceiptPart> done = new ArrayList<>(receipt(store, act).parts());
    if (done.stream().allMatch(part -> part.receipt().undoneBy().isPresent())) {
      throw new RefusedException("Act %d has been taken back already.".formatted(act));
    }
    for (RunReceipt.ReceiptPart part : done) {
      shelves.require(part.shelf().store(), part.shelf().id(), Right.MEND);
    }
    Collections.reverse(done);
    List<RunReceipt.ReceiptPart> undone = new ArrayList<>();
    progress.phase(Phase.WAITING, 0, 0);
    for (RunReceipt.ReceiptPart part : done) {
      if (part.receipt().undoneBy().isEmpty()) {
        undone.add(
            new RunReceipt.ReceiptPart(
                part.shelf(), undo(part.shelf(), part.receipt().act().id(), progress)));
      }
    }
    return new RunReceipt(undone);
  }

  /** Takes one act back. */
  public Receipt undo(String store, long act) throws IOException {
    OpenStore opened = desk.store(store);
    opened.catalogue().catchUp();
    LedgerEntry entry =
        opened
            .catalogue()
            .ledger()
            .act(act)
            .orElseThrow(() -> new SentenceException("The ledger has no act " + act + "."));
    if (entry.shelf().isEmpty()) {
      throw new SentenceException(
          "Act %d is a %s, which cannot be taken back.".formatted(act, entry.act().word()));
    }
    shelves.require(store, entry.shelf().getAsLong(), Right.MEND);
    return undo(shelves.byId(store, entry.shelf().getAsLong()), act, Progress.NONE);
  }

  private Receipt undo(Shelf shelf, long act, Progress progress) throws IOException {
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      return Anew.ifErased(
          () -> {
            Recovery recovery = desk.store(shelf.store()).recovery();
            return shelf.isDeposit()
                ? recovery.undo(act, shelves.depositPlace(shelf), progress)
                : recovery.undo(act, shelf.folder(), settings.person(), Optional.empty(), progress);
          });
    }
  }

  /** What an act did, and the acts that were done as one with it. */
  public RunReceipt receipt(String store, long act) throws IOException {
    return receipts.of(store, act);
  }

  /** The newest recoveries, newest first; not those that took one back. */
  public List<RunReceipt> recent(int limit) throws IOException {
    return receipts.recent(limit);
  }

  /**
   * Whether an act was about many files, as a recovery, a removal or a gathering, or took such a
   * one back.
   */
  public boolean isRecovery(String store, long act) throws IOException {
    return receipts.isOfMany(store, act);
  }

  /** What a pick is and what its places hold now. */
  public PickFacts facts(Tray.Entry entry) throws IOException {
    return new PickLook(desk.store(entry.store()).catalogue(), settings.fileTimes())
        .look(shelves.byId(entry.store(), entry.shelf()), entry.pick());
  }

  /** The tray that this desk has kept; an empty one if there is none. */
  public Tray kept() throws IOException {
    return new KeptTray(desk, settings.home()).read();
  }

  /** Keeps the tray, so that it is there when the window is opened again. */
  public void keep(Tray tray) throws IOException {
    new KeptTray(desk, settings.home()).write(tray);
  }
}
