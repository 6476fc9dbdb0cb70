package org.mendedleaf.core.oracle;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.StoreParameters;

/**
 * An office over one temporary folder, with a shelf "Desk", a set clock and the oracle beside it.
 */
public final class TestDesk implements Closeable {

  public static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

  private final Path base;
  private final SetClock clock;
  private final OfficeSettings settings;
  private final PlainModel model;
  private Office office;
  private Shelf shelf;
  private boolean checked = true;

  public TestDesk(Path base) throws IOException {
    this(base, base.resolve("store"), "home");
  }

  /** A desk whose home is beside others and whose store may be shared with them. */
  public TestDesk(Path base, Path store, String home) throws IOException {
    this(base, store, home, Encrypting.wanted());
  }

  /** A desk whose store is encrypted. */
  public TestDesk(Path base, Secrecy secrecy) throws IOException {
    this(base, base.resolve("store"), "home", Optional.of(secrecy));
  }

  private TestDesk(Path base, Path store, String home, Optional<Secrecy> secrecy)
      throws IOException {
    this.base = base;
    this.clock = new SetClock(START);
    this.settings =
        new OfficeSettings(
            base.resolve(home),
            clock,
            ZoneOffset.UTC,
            new Random(home.hashCode()),
            Owners.FILE_SYSTEM,
            org.mendedleaf.core.capture.FileTimes.AS_THEY_ARE,
            org.mendedleaf.core.drive.Places.UNFORCED,
            "maren",
            StoreParameters.STANDARD.forTrial(),
            2,
            Encrypting.ring());
    this.office = Office.open(settings);
    // What other tests have in the system's temporary folder is none of this desk's business.
    for (Path usual : office.leftovers().places().folders()) {
      office.leftovers().places().remove(usual);
    }
    if (!Files.exists(store.resolve("store.json"))) {
      office.stores().make(store, false, secrecy);
    }
    Files.createDirectories(folder());
    this.shelf = office.shelves().add(folder(), store, Optional.of("Desk of " + home));
    this.model = new PlainModel(folder());
  }

  public Path folder() {
    return base.resolve("work-" + settings.home().getFileName());
  }

  public Path file(String name) {
    return folder().resolve(name);
  }

  public Office office() {
    return office;
  }

  public Shelf shelf() {
    return shelf;
  }

  public PlainModel model() {
    return model;
  }

  public SetClock clock() {
    return clock;
  }

  /** Writes a file so that its time is the desk's time. */
  public Path write(String name, byte[] bytes) throws IOException {
    Path file = file(name);
    Files.createDirectories(file.getParent());
    Files.write(file, bytes);
    return file;
  }

  public Path write(String name, String text) throws IOException {
    return write(name, text.getBytes(java.nio.charset.StandardCharsets.UTF_8));
  }

  /** A tray with picks from the shelf. */
  public Tray tray(Handling handling, Pick... picks) {
    return new Tray(
        Stream.of(picks).map(pick -> new Tray.Entry(shelf.store(), shelf.id(), pick)).toList(),
        handling);
  }

  /** Moves the clock on by an hour, captures, and tells the oracle. */
  public CaptureReport capture() throws IOException {
    clock.forward(Duration.ofHours(1));
    CaptureOutcome outcome = office.shelves().capture(shelf, false, Progress.NONE);
    CaptureReport report = ((CaptureOutcome.Done) outcome).report();
    model.captured(report.moment());
    return report;
  }

  public FileLife life(String name) throws IOException {
    FileRef ref = office.addresses().file(file(name).toString(), base);
    return office.files().life(ref);
  }

  public byte[] content(FileLife life, int revision) throws IOException {
    return office
        .files()
        .contents(shelf.store())
        .bytes(life.revision(revision).orElseThrow().state().content().orElseThrow());
  }

  /** Closes the office and opens it again from its home, as after a restart. */
  public void restart() throws IOException {
    office.close();
    office = Office.open(settings);
    shelf = office.shelves().byId(shelf.store(), shelf.id());
  }

  /** The same while the store is away: the shelf is known by what this desk remembers. */
  public void restartAway() throws IOException {
    office.close();
    office = Office.open(settings);
    shelf =
        office.shelves().all().stream()
            .filter(one -> one.id() == shelf.id())
            .findFirst()
            .orElseThrow();
  }

  /** Closes the office and opens it again with what this ring opens, as after a restart. */
  public void restart(KeyRing keys) throws IOException {
    office.close();
    office = Office.open(settings.withKeys(keys));
    shelf = office.shelves().byId(shelf.store(), shelf.id());
  }

  /** Closes a desk whose catalogue may be damaged; it is not checked from now on. */
  public void closeAsItIs() {
    checked = false;
    office.close();
  }

  /** What refers to something in the desk's catalogues must find it there. */
  @Override
  public void close() {
    office.close();
    if (!checked) {
      return;
    }
    try {
      CatalogueFinder.checkReferences(settings.home());
    } catch (IOException | SQLException e) {
      throw new AssertionError(e);
    }
  }
}
