package org.mendedleaf.core.adoption;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.stream.Stream;
import org.mendedleaf.core.adoption.AdoptionPlan.Adopted;
import org.mendedleaf.core.adoption.AdoptionPlan.ShelfStep;
import org.mendedleaf.core.adoption.AdoptionPlan.StoreStep;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.drill.Drills.DrillOrder;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.stores.Stores;

/**
 * A drill of the day on which this computer is lost: a desk that knows nothing but the recovery
 * sheet opens the store, finds the shelves, and recovers every current file to a scratch place,
 * where it is compared bit for bit. This desk, its folders and its mirror are left alone. Safe for
 * several threads.
 */
public final class NewComputerDrill {

  private static final String SCRATCH = "drill-home";

  private final RecoverySheets sheets;
  private final Drills drills;
  private final OfficeSettings settings;

  NewComputerDrill(RecoverySheets sheets, Drills drills, OfficeSettings settings) {
    this.sheets = sheets;
    this.drills = drills;
    this.settings = settings;
  }

  /**
   * Tries it, and certifies in the ledger what was found.
   *
   * @param sheet one that was kept; empty for one as it would be made now
   * @param to an empty or new folder in which what was recovered stays; empty for a scratch place
   * @throws SentenceException if the store cannot be opened by what is on the sheet
   */
  public DrillCertificate run(
      String store, Optional<RecoverySheet> sheet, Optional<Path> to, Progress progress)
      throws IOException {
    RecoverySheet now = sheets.ofThisDesk();
    RecoverySheet kept =
        sheet.isPresent() ? sheet.get() : SheetFormat.parse(SheetFormat.encode(now));
    DrillOrder order = new DrillOrder(store, OptionalLong.empty(), Drills.HowMuch.CURRENT, to);
    return drills.run(order, () -> open(store, kept, now, progress), progress);
  }

  private Drills.OpenedElsewhere open(
      String store, RecoverySheet sheet, RecoverySheet now, Progress progress) throws IOException {
    Path home = settings.home().resolve(SCRATCH);
    clear(home);
    Files.createDirectories(home);
    OfficeSettings elsewhere = settings.withHome(home);
    OpenDesk there = new OpenDesk(elsewhere, Desk.load(home, settings.random()));
    try {
      AdoptionPlan plan =
          new AdoptionRehearsal(
                  there, new Stores(there, elsewhere).spools(), AdoptionOrder.of(sheet))
              .plan(progress);
      StoreStep step = step(plan, store);
      OpenStore opened = there.storeAt(step.folder());
      opened.catalogue().catchUp();
      List<ReceiptItem> proven = new ArrayList<>();
      proven.add(
          item(
              "the store " + step.folder(),
              "",
              "its log was read from the beginning: %,d acts%s"
                  .formatted(
                      step.acts(),
                      step.store().head().isPresent()
                          ? ", and act %d is the one on the sheet"
                              .formatted(step.store().head().get().number())
                          : "")));
      shelves(plan, store, now, proven);
      return new Drills.OpenedElsewhere(
          opened,
          proven,
          () -> {
            there.close();
            clear(home);
          });
    } catch (IOException | RuntimeException e) {
      there.close();
      clear(home);
      throw e;
    }
  }

  private static StoreStep step(AdoptionPlan plan, String store) throws SentenceException {
    StoreStep step =
        plan.stores().stream()
            .filter(one -> one.store().id().equals(store))
            .findFirst()
            .orElseThrow(
                () ->
                    new SentenceException(
                        "The recovery sheet does not tell of this store, so nothing was tried. Make a new one."));
    if (!step.what().isDone()) {
      throw new SentenceException(step.why());
    }
    return step;
  }

  /** What another desk would not find makes the drill fail; what only it would need does not. */
  private static void shelves(
      AdoptionPlan plan, String store, RecoverySheet now, List<ReceiptItem> proven) {
    for (ShelfStep step : plan.shelves()) {
      if (step.shelf().store().equals(store)) {
        // That its folder is taken on this computer says nothing of the other.
        boolean isKnown = step.files() > 0 || step.what() != Adopted.REFUSED;
        proven.add(
            item(
                shelf(step.shelf()),
                isKnown ? "" : step.why(),
                "%,d files would be recovered to %s or recorded there"
                    .formatted(step.files(), step.folder())));
      }
    }
    for (RecoverySheet.SheetShelf one : now.shelves()) {
      boolean isOn =
          plan.shelves().stream()
              .map(ShelfStep::shelf)
              .anyMatch(
                  other ->
                      other.store().equals(one.store())
                          && other.shelf() == one.shelf()
                          && other.folder().equals(one.folder()));
      if (one.store().equals(store) && !isOn) {
        proven.add(
            item(
                shelf(one),
                "the sheet does not say that it records %s; make a new one".formatted(one.folder()),
                ""));
      }
    }
  }

  private static String shelf(RecoverySheet.SheetShelf shelf) {
    return "shelf “%s”".formatted(shelf.name());
  }

  private static ReceiptItem item(String what, String wrong, String right) {
    return new ReceiptItem(
        "A new computer: " + what,
        OptionalLong.empty(),
        OptionalInt.empty(),
        wrong.isEmpty() ? Outcome.RECOVERED : Outcome.REFUSED,
        0,
        wrong.isEmpty() ? right : wrong,
        Optional.empty(),
        Optional.empty());
  }

  /** A drill that was killed leaves its desk behind. */
  private static void clear(Path home) throws IOException {
    if (Files.notExists(home)) {
      return;
    }
    List<Path> all;
    try (Stream<Path> inside = Files.walk(home)) {
      all = inside.sorted(Comparator.reverseOrder()).toList();
    }
    for (Path one : all) {
      Files.deleteIfExists(one);
    }
  }
}
