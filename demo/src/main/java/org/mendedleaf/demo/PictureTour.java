package org.mendedleaf.demo;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.PixelReader;
import javafx.scene.image.WritableImage;
import javax.imageio.ImageIO;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.drawings.LifeLine;
import org.mendedleaf.desktop.frame.MainWindow;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** Walks through the main views of the real window and saves a picture of each. */
public final class PictureTour {

  // Long enough for questions to the office, a look inside and a layout on a busy machine.
  private static final Duration SETTLED = Duration.ofMillis(1500);

  /** The interval at which the tour looks whether something is there. */
  private static final int LOOKS = 200;

  private final MainWindow window;
  private final Path folder;
  private final Duration settled;
  private final Set<String> only;

  /**
   * @param only names of the pictures wanted; empty for all
   */
  public PictureTour(MainWindow window, Path folder, Set<String> only) {
    this(window, folder, only, SETTLED);
  }

  /**
   * @param settled how long a page is given until it is taken to be complete
   */
  PictureTour(MainWindow window, Path folder, Set<String> only, Duration settled) {
    this.only = Set.copyOf(only);
    this.window = window;
    this.folder = folder;
    this.settled = settled;
  }

  /** Runs the tour in a window of this size; must not be called on the interface thread. */
  public void run(int width, int height) throws Exception {
    onInterface(() -> window.resize(width, height));
    Files.createDirectories(folder);
    Office office = window.context().office();
    // The window looks for them too, but a picture does not wait.
    var unused = office.leftovers().look(Progress.NONE);
    Shelf cutting = office.shelves().named(Loft.CUTTING);
    Place kestrel = file(office, "Cutting plans:Kestrel 32/mainsail-cut-list.csv");
    Shelf orders = office.shelves().named(Loft.ORDERS);
    shelves(office, cutting);
    plans(office, cutting, orders);
    files(office, kestrel);
    compared(office, kestrel);
    elsewhere(office, cutting);
    atNight(cutting, orders, kestrel);
    bringIn();
    // Last, since it changes what the others show.
    tray(office, cutting);
  }

  private void shelves(Office office, Shelf cutting) throws Exception {
    picture("shelves", new Place.AllShelves());
    picture("shelf", new Place.OneShelf(cutting, new InnerPath("Kestrel 32")));
    picture(
        "shelf-at-a-moment",
        new Place.ShelfAt(
            cutting, InnerPath.ROOT, new Moment.At(Instant.parse("2026-03-05T17:00:00Z"))));
    picture(
        "two-moments",
        new Place.Compared(
            cutting,
            InnerPath.ROOT,
            new Moment.At(Instant.parse("2026-03-05T17:00:00Z")),
            new Moment.At(office.settings().clock().instant())));
    picture("recording-and-people", new Place.RecordingOf(cutting));
    Shelf web = office.shelves().named(Loft.WEB);
    picture("paused", new Place.OneShelf(web, InnerPath.ROOT));
    picture("paused-care", new Place.RecordingOf(web));
    picture("paused-file", file(office, "Web pages:index.html"));
    Shelf handbook = office.shelves().named(Loft.HANDBOOK);
    picture("deposit-shelf", new Place.OneShelf(handbook, InnerPath.ROOT));
    picture("issues", file(office, "Loft handbook:Certificates/Cloth strength.docx"));
  }

  private void plans(Office office, Shelf cutting, Shelf orders) throws Exception {
    picture("lost-and-found", new Place.Lost());
    picture("copy-places", new Place.CopyPlaces());
    gather(orders);
    picture("care-plans", new Place.Plans());
    picture("care-plan", new Place.PlanOf(cutting));
    picture(
        "care-plan-edited",
        new Place.PlanOf(orders),
        write("#rule-1", "what closed a week in the last 2 months"));
    forecast("forecast", cutting);
    picture("file-on-notice", file(office, "Orders:price-list.csv"), step(-9));
    picture("today", new Place.Today());
    picture("space", new Place.SpaceOf());
    picture("ledger", new Place.Ledger());
    drill(office, cutting.store());
    picture("store", new Place.StoreOf(cutting.store()));
    picture("letting-go", new Place.Thinning(orders));
    damaged(office, orders, "");
    picture("snapshots", new Place.ShelfSnapshots(cutting, InnerPath.ROOT));
    picture("found", new Place.AllShelves(), write("#search", "layout whimbrel"));
  }

  private void drill(Office office, String store) throws Exception {
    long act =
        office
            .drills()
            .run(Drills.DrillOrder.ofStore(store), Progress.NONE)
            .act()
            .orElseThrow()
            .id();
    picture("drill", new Place.DrillOf(store, act));
  }

  private void files(Office office, Place kestrel) throws Exception {
    picture("file", kestrel);
    picture("file-earlier", kestrel, step(-1));
    picture("file-facts", kestrel, press("#facts-tab"));
    FileRef report = reference(office, "Repairs:Job 308/insurance report.pdf");
    int held = office.files().life(report).newest().number() - 1;
    picture("file-held", new Place.OneFile(report, Optional.of(held)));
    picture("erase-held", new Place.Erase(report, held));
    FileRef list = ((Place.OneFile) kestrel).file();
    picture("erase", new Place.Erase(list, office.files().life(list).newest().number()));
    picture(
        "erase-all",
        new Place.Erase(list, 3),
        new Touch<>("#erase-all", RadioButton.class, all -> all.setSelected(true)),
        write("#erase-name", "mainsail-cut-list.csv"));
    picture("file-table", file(office, "Cutting plans:cloth stock.xlsx"));
    picture("file-pdf", file(office, "Orders:Confirmations/Lund.pdf"));
    picture("file-loft", file(office, "Cutting plans:Kestrel 32/plotter.loft"));
    picture("file-renamed", file(office, "Cutting plans:Whimbrel 40/spinnaker-layout-v2.svg"));
    picture("file-photo", file(office, "Repairs:Job 305/damage.jpg"));
  }

  private void compared(Office office, Place kestrel) throws Exception {
    compared("file-compare-table", kestrel);
    compared("file-compare-text", file(office, "Repairs:Job 304/repair notes.txt"));
    compared("file-compare-document", file(office, "Orders:Quotations/Marsh.docx"));
    compared("file-compare-picture", file(office, "Cutting plans:Kestrel 32/panel-layout.svg"));
    compared("file-compare-bytes", file(office, "Repairs:Job 308/insurance report.pdf"));
  }

  private void elsewhere(Office office, Shelf cutting) throws Exception {
    Path downloads = cutting.folder().orElseThrow().resolveSibling("Downloads");
    picture("on-no-shelf", new Place.Stray(downloads.resolve("letter to the harbour master.odt")));
    picture("gone", new Place.Stray(downloads.resolve("trial sail notes.txt")));
    picture("protect", new Place.NewShelf(Optional.of(downloads)));
    Path sheet = Files.createTempFile("recovery sheet", ".json");
    try {
      Files.writeString(sheet, SheetFormat.encode(office.adoptions().sheets().ofThisDesk()));
      picture("adopt", new Place.Adopt(Optional.of(sheet)));
    } finally {
      Files.delete(sheet);
    }
  }

  private void atNight(Shelf cutting, Shelf orders, Place kestrel) throws Exception {
    onInterface(() -> window.looks().toggleNight());
    picture("file-night", kestrel, step(-1));
    forecast("forecast-night", cutting);
    picture("care-plan-night", new Place.PlanOf(orders));
    picture("today-night", new Place.Today());
    picture("lost-and-found-night", new Place.Lost());
    damaged(window.context().office(), orders, "-night");
    picture("store-night", new Place.StoreOf(cutting.store()));
    Place store = new Place.StoreOf(cutting.store());
    picture("store-encrypt-night", store, click("#change-encrypt-store"));
    picture("store-drills-night", store, click("#change-drill-rhythm"));
    onInterface(() -> window.looks().toggleNight());
  }

  /** A shelf of which most was scrambled one evening, and what brings it back. */
  private void damaged(Office office, Shelf orders, String theme) throws Exception {
    picture("shelf-with-findings" + theme, new Place.OneShelf(orders, InnerPath.ROOT));
    picture("file-torn" + theme, file(office, "Orders:" + ClothOrders.NAME));
    picture("file-leftover" + theme, file(office, "Repairs:Job 308/repair notes.txt"));
    picture("shelf-damaged" + theme, new Place.OneShelf(orders, new InnerPath("Quotations")));
    picture(
        "mass-event" + theme, new Place.Rehearsed(office.massEvents().of(orders).get(0).tray()));
  }

  /** The families in a folder, once they are found. */
  private void gather(Shelf orders) throws Exception {
    onInterface(() -> window.go(new Place.Gather(orders, InnerPath.ROOT)));
    for (int i = 0; i < LOOKS && isEmpty("#families"); i++) {
      Thread.sleep(settled.toMillis() / 10);
    }
    saved("gather");
  }

  /** Another plan beside the shelf's own, once all are told. */
  private void forecast(String name, Shelf shelf) throws Exception {
    onInterface(() -> window.go(new Place.Outlook(shelf)));
    for (int i = 0; i < LOOKS && isEmpty("#outlook"); i++) {
      Thread.sleep(settled.toMillis() / 10);
    }
    saved(
        name,
        new Touch<>("#outlook", TableView.class, table -> table.getSelectionModel().select(2)));
  }

  private boolean isEmpty(String table) throws InterruptedException {
    AtomicBoolean empty = new AtomicBoolean();
    onInterface(
        () ->
            empty.set(
                !(scene().lookup(table) instanceof TableView<?> shown)
                    || shown.getItems().isEmpty()));
    return empty.get();
  }

  /** What waits in the download folder, the mix-up chosen. */
  private void bringIn() throws Exception {
    for (int i = 0; i < LOOKS && window.context().arrivals().waiting().isEmpty(); i++) {
      Thread.sleep(settled.toMillis());
    }
    picture(
        "bring-in", new Place.BringIn(), new Touch<>("#arrivals", Node.class, Node::requestFocus));
  }

  /** Picks from two moments and two shelves, their rehearsal, and the receipt. */
  private void tray(Office office, Shelf cutting) throws Exception {
    Moment then = new Moment.At(Instant.parse("2026-03-05T17:00:00Z"));
    FileLife kestrel = life(office, "Cutting plans:Kestrel 32/mainsail-cut-list.csv");
    FileLife prices = life(office, "Orders:price-list.csv");
    List<WantedPick> picks =
        List.of(
            wanted(cutting, new Pick.OfMoment(new InnerPath("Surveys winter"), then)),
            wanted(
                kestrel.shelf(),
                new Pick.OfRevision(kestrel.file().id(), kestrel.newest().number() - 1)),
            wanted(
                prices.shelf(),
                new Pick.OfRevision(prices.file().id(), prices.newest().number() - 4)));
    onInterface(() -> window.context().tray().add(picks));
    picture("shelf-picking", new Place.ShelfAt(cutting, InnerPath.ROOT, then));
    picture("tray", new Place.OnTray());
    picture("rehearsal", new Place.Rehearsed(window.context().tray().tray()));
    RunReceipt receipt = office.recoveries().run(window.context().tray().tray(), Progress.NONE);
    picture("receipt", new Place.ReceiptOf(receipt.store(), receipt.act().id()));
    var unused = office.recoveries().undo(receipt.store(), receipt.act().id(), Progress.NONE);
    onInterface(() -> window.context().tray().remove(window.context().tray().picks()));
  }

  private static WantedPick wanted(Shelf shelf, Pick pick) {
    return new WantedPick(new Tray.Entry(shelf.store(), shelf.id(), pick), "", false, 1, -1);
  }

  private static FileLife life(Office office, String address) throws IOException {
    return office.files().life(office.addresses().file(address, Path.of("")));
  }

  private static Place file(Office office, String address) throws IOException {
    return new Place.OneFile(reference(office, address), Optional.empty());
  }

  private static FileRef reference(Office office, String address) throws IOException {
    return office.addresses().file(address, Path.of(""));
  }

  /** What is done to a part of a page, once the page has it. */
  private record Touch<N extends Node>(String id, Class<N> kind, Consumer<N> act) {

    /** Whether it was done. */
    boolean done(Scene scene) {
      Node part = scene.lookup(id);
      if (part == null) {
        return false;
      }
      act.accept(kind.cast(part));
      return true;
    }
  }

  private static Touch<TextField> write(String field, String text) {
    return new Touch<>(field, TextField.class, shown -> shown.setText(text));
  }

  private static Touch<ToggleButton> press(String button) {
    return new Touch<>(button, ToggleButton.class, shown -> shown.setSelected(true));
  }

  private static Touch<ButtonBase> click(String button) {
    return new Touch<>(button, ButtonBase.class, ButtonBase::fire);
  }

  private static Touch<LifeLine> step(int revisions) {
    return new Touch<>("#life-line", LifeLine.class, shown -> shown.walk(revisions));
  }

  private void compared(String name, Place place) throws Exception {
    picture(name, place, press("#compare-tab"));
  }

  private void picture(String name, Place place, Touch<?>... touches) throws Exception {
    if (!only.isEmpty() && !only.contains(name)) {
      return;
    }
    onInterface(() -> window.go(place));
    saved(name, touches);
  }

  private void saved(String name, Touch<?>... touches) throws Exception {
    if (!only.isEmpty() && !only.contains(name)) {
      return;
    }
    Thread.sleep(settled.toMillis());
    for (Touch<?> touch : touches) {
      perform(name, touch);
    }
    Thread.sleep(settled.toMillis());
    AtomicReference<WritableImage> taken = new AtomicReference<>();
    onInterface(() -> taken.set(scene().snapshot(null)));
    save(taken.get(), folder.resolve(name + ".png"));
  }

  // A page may be a question's answer away: on a busy machine the time to settle is not enough.
  private void perform(String name, Touch<?> touch) throws Exception {
    AtomicBoolean done = new AtomicBoolean();
    for (int i = 0; i < LOOKS; i++) {
      onInterface(() -> done.set(touch.done(scene())));
      if (done.get()) {
        return;
      }
      Thread.sleep(settled.toMillis() / 10);
    }
    throw new IllegalStateException("The page of " + name + " never had " + touch.id() + ".");
  }

  private Scene scene() {
    return window.scene();
  }

  private static void onInterface(Runnable act) throws InterruptedException {
    CountDownLatch done = new CountDownLatch(1);
    Platform.runLater(
        () -> {
          try {
            act.run();
          } finally {
            done.countDown();
          }
        });
    done.await();
  }

  private static void save(WritableImage image, Path file) throws IOException {
    int width = (int) image.getWidth();
    int height = (int) image.getHeight();
    BufferedImage copy = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    PixelReader pixels = image.getPixelReader();
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        copy.setRGB(x, y, pixels.getArgb(x, y));
      }
    }
    ImageIO.write(copy, "png", file.toFile());
  }
}
