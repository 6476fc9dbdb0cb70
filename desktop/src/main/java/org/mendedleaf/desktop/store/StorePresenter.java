package org.mendedleaf.desktop.store;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.losses.LossAnswer;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.Checkups;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.SpoolState;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.core.stores.VerifyDepth;
import org.mendedleaf.core.stores.VerifyReport.HurtFile;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** Shows, checks and mends a store; knows no nodes. For the interface thread. */
final class StorePresenter {

  private static final int SHORT_HASH = 12;

  private final Context context;
  private final String store;
  private final ReadOnlyObjectWrapper<StoreView> view = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Optional<RepairReport>> rehearsed =
      new ReadOnlyObjectWrapper<>(Optional.empty());

  private final ReadOnlyStringWrapper refused = new ReadOnlyStringWrapper("");

  StorePresenter(Context context, String store) {
    this.context = context;
    this.store = store;
  }

  /**
   * The arrangements while a store is away.
   *
   * @param isSpooled whether what is saved is recorded on this desk
   * @param waiting what was recorded so; empty if nothing was
   */
  record Meanwhile(boolean isSpooled, Optional<SpoolState> waiting) {
    static final Meanwhile NOTHING = new Meanwhile(false, Optional.empty());
  }

  /**
   * A store as it is known now.
   *
   * @param checkup empty where it cannot be reached
   * @param hurt files of which revisions cannot be read, as far as is known
   * @param mirror its second copy; empty if it has none
   * @param mirrorCheckup how much of that was read lately; empty where it cannot be reached
   * @param drill the last one; empty if there was none
   * @param losses what would be lost; empty where no shelf has its folder here
   * @param meanwhile what is done while it is away
   */
  record StoreView(
      StoreFacts facts,
      Optional<Checkup> checkup,
      List<HurtFile> hurt,
      Optional<MirrorState> mirror,
      Optional<Checkup> mirrorCheckup,
      Optional<DrillCertificate> drill,
      List<LossAnswer> losses,
      Meanwhile meanwhile) {

    boolean isMirrorBehind() {
      return mirror.filter(one -> one.lag() != 0 || !one.here()).isPresent();
    }

    boolean isDamaged() {
      return !hurt.isEmpty() || checkup.map(Checkup::damaged).orElse(0) > 0;
    }
  }

  /** Null until it is known. */
  ReadOnlyObjectProperty<StoreView> viewProperty() {
    return view.getReadOnlyProperty();
  }

  /** What a repair would do; empty where that was not asked, or was done. */
  ReadOnlyObjectProperty<Optional<RepairReport>> rehearsedProperty() {
    return rehearsed.getReadOnlyProperty();
  }

  void refresh() {
    Office office = context.office();
    context.ask(() -> look(office), view::set);
  }

  private StoreView look(Office office) throws IOException {
    StoreFacts facts = office.stores().facts(store);
    return facts.here()
        ? new StoreView(
            facts,
            Optional.of(office.stores().checkups(store).state()),
            office.stores().hurtFiles(store),
            office.stores().mirrors().of(store),
            office.stores().mirrorCheckups().state(store),
            office.drills().last(store),
            losses(office),
            Meanwhile.NOTHING)
        : new StoreView(
            facts,
            Optional.empty(),
            List.of(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            List.of(),
            new Meanwhile(
                office.stores().spools().isPossible(store), office.stores().spools().of(store)));
  }

  private List<LossAnswer> losses(Office office) {
    try {
      return office.losses().of(store);
    } catch (IOException e) {
      // Whether the store is damaged must be seen where nobody can tell what it would bring back.
      return List.of();
    }
  }

  /** Reads every stored byte. */
  void check() {
    Office office = context.office();
    context.start(
        Words.of("store.check"),
        progress -> office.stores().verify(store, VerifyDepth.DEEP, progress),
        report -> {
          refresh();
          context.tell(
              report.damaged().isEmpty()
                  ? Words.of("store.checked", Shown.count(report.records()))
                  : Words.count("store.checked.damage", report.damaged().size()));
        });
  }

  /** Tries whether a sample comes back. */
  void drill() {
    Office office = context.office();
    context.start(
        Words.of("store.drilling"),
        progress -> office.drills().run(Drills.DrillOrder.ofStore(store), progress),
        certificate -> {
          refresh();
          openCertificate(certificate);
        });
  }

  /** Tries whether another computer could take the place of this one. */
  void tryNewComputer() {
    Office office = context.office();
    context.start(
        Words.of("store.sheet.trying"),
        progress ->
            office.adoptions().drill().run(store, Optional.empty(), Optional.empty(), progress),
        certificate -> {
          refresh();
          openCertificate(certificate);
        });
  }

  /** Shows what the last drill proved. */
  void openCertificate(DrillCertificate certificate) {
    certificate.act().ifPresent(act -> context.go(new Place.DrillOf(store, act.id())));
  }

  /** Opens an encrypted store; what does not open it is told where it was typed. */
  void unlock(String typed) {
    if (typed.isEmpty()) {
      return;
    }
    Office office = context.office();
    context.start(
        Words.of("store.unlocking"),
        progress -> {
          try {
            office.stores().encryption().unlock(store, typed);
            return "";
          } catch (LockedStoreException e) {
            return Words.of("store.wrong");
          }
        },
        wrong -> {
          refused.set(wrong);
          if (wrong.isEmpty()) {
            refresh();
            context.navigator().refresh();
          }
        });
  }

  /** Why the last passphrase did not open it; empty if none was refused. */
  ReadOnlyStringProperty refusedProperty() {
    return refused.getReadOnlyProperty();
  }

  /** Finds out what a repair would do. */
  void rehearse() {
    Office office = context.office();
    context.start(
        Words.of("store.rehearse"),
        progress -> office.stores().repair(store).rehearse(progress),
        report -> {
          rehearsed.set(Optional.of(report));
          refresh();
        });
  }

  void repair() {
    Office office = context.office();
    context.start(
        Words.of("store.repairing"),
        progress -> office.stores().repair(store).run(progress),
        report -> {
          rehearsed.set(Optional.empty());
          refresh();
          context.tell(
              report.lost().isEmpty()
                  ? Words.of("store.repaired")
                  : Words.count("store.repaired.lost", report.lost().size()));
        });
  }

  /** Keeps a mirror there from now on. */
  void keepMirror(Path folder) {
    Office office = context.office();
    context.start(
        Words.of("store.mirror.keeping"),
        progress -> office.stores().mirrors().set(store, folder, progress),
        mirror -> {
          refresh();
          context.tell(Words.of("store.mirror.kept", Shown.path(mirror.folder())));
        });
  }

  /** Brings it up now. */
  void bringMirrorUp() {
    Office office = context.office();
    context.start(
        Words.of("store.mirror.keeping"),
        progress -> office.stores().mirrors().bringUp(store, progress),
        mirror -> refresh());
  }

  void open(HurtFile file) {
    context.go(new Place.OneFile(new FileRef(store, file.file()), Optional.empty()));
  }

  // ---- words

  /** Whether it is whole, as far as is known. */
  String state(StoreView of) {
    if (of.checkup().isEmpty()) {
      return of.facts().isLocked()
          ? Words.of("store.locked")
          : StoreWords.away(of.meanwhile(), context);
    }
    Checkup checkup = of.checkup().get();
    if (of.isDamaged()) {
      String sheaves = Words.count("store.damaged", checkup.damaged());
      return of.hurt().isEmpty()
          ? sheaves + " " + Words.of("store.damaged.nothing")
          : (checkup.damaged() == 0 ? "" : sheaves + " ")
              + Words.count("store.damaged.files", of.hurt().size());
    }
    return checkup.oldest().isPresent() && checkup.share() == 1
        ? Words.of(
            "store.whole", Shown.moment(checkup.oldest().get(), context.now(), context.zone()))
        : Words.of(
            "store.whole.partly",
            Math.round(checkup.share() * 100),
            Shown.count(Checkups.WITHIN.toDays()));
  }

  /** Where it lies, what it takes, and where its log ends. */
  String facts(StoreView of) {
    StoreFacts facts = of.facts();
    if (!facts.here()) {
      return "";
    }
    String room = Words.of("store.room", Shown.size(facts.bytes()), Shown.size(facts.free()));
    String head =
        facts.commit().isPresent()
            ? " "
                + Words.of(
                    "store.head",
                    Shown.count(facts.commit().getAsLong()),
                    facts.hash().substring(0, SHORT_HASH))
            : "";
    return room + (facts.sameDrive() ? " " + Words.of("store.sameDrive.page") : "") + head;
  }

  /** Whether there is a second copy, and how old it is. */
  String mirror(StoreView of) {
    if (!of.facts().here()) {
      return "";
    }
    if (of.mirror().isEmpty()) {
      return Words.of("store.mirror.none");
    }
    MirrorState mirror = of.mirror().get();
    String folder = Shown.path(mirror.folder());
    String at =
        mirror
            .at()
            .map(when -> Shown.moment(when, context.now(), context.zone()))
            .orElse(Words.of("store.mirror.never"));
    if (mirror.lag() < 0) {
      return Words.of("store.mirror.ahead", folder);
    }
    if (!mirror.here()) {
      return Words.count("store.mirror.away", mirror.lag(), folder, at);
    }
    return (mirror.lag() == 0
            ? Words.of("store.mirror.whole", folder, at)
            : Words.count("store.mirror.behind", mirror.lag(), folder, at))
        + of.mirrorCheckup().map(StorePresenter::read).orElse("");
  }

  private static String read(Checkup mirror) {
    String read =
        " "
            + Words.of(
                "store.mirror.read",
                Math.round(mirror.share() * 100),
                Shown.count(Checkups.WITHIN.toDays()));
    return mirror.damaged() == 0
        ? read
        : read + " " + Words.count("store.mirror.damaged", mirror.damaged());
  }

  /** Whether anybody has tried that things come back. */
  String drilled(StoreView of) {
    if (!of.facts().here()) {
      return "";
    }
    if (of.drill().isEmpty()) {
      return Words.of("store.drill.none");
    }
    DrillCertificate last = of.drill().get();
    String at = Shown.moment(last.act().orElseThrow().at(), context.now(), context.zone());
    String sampled = Shown.count(last.figures().sampled());
    String all = Shown.count(last.figures().of());
    return last.failed().isEmpty()
        ? Words.of("store.drill.whole", at, sampled, all, Shown.taking(last.fullRecovery()))
        : Words.count("store.drill.failed", last.failed().size(), at, last.failed().get(0).where());
  }

  /** What would happen to the files, as a sentence or two. */
  String said(LossAnswer answer) {
    return answer.sentence(
        new LossAnswer.LossWords() {
          @Override
          public String moment(Instant at) {
            return Shown.moment(at, context.now(), context.zone());
          }

          @Override
          public String place(Path folder) {
            return Shown.path(folder);
          }
        });
  }

  /** How the answer looks: bad news, a condition, or good news. */
  static String look(LossAnswer answer) {
    return switch (answer.fate()) {
      case GONE -> "rust";
      case IF_APART -> "brass";
      case COME_BACK -> "plain";
    };
  }
}
