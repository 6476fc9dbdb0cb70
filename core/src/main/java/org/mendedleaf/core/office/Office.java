package org.mendedleaf.core.office;

import java.io.Closeable;
import java.io.IOException;
import org.mendedleaf.core.desk.PrivateFolder;
import org.mendedleaf.core.recover.Deposit;

/**
 * One desk's office: its stores, its shelves, and everything that can be done with them.
 *
 * <p>Stores are opened when first needed and stay open. All methods of its parts may take long and
 * touch disks; none may be called on an interface thread. Safe for several threads.
 */
public final class Office implements Closeable {

  private final OfficeSettings settings;
  private final OpenDesk desk;

  private Office(OfficeSettings settings, OpenDesk desk) {
    this.settings = settings;
    this.desk = desk;
  }

  /** Opens the office in this home; the caller holds the {@link DeskLock}. */
  public static Office open(OfficeSettings settings) throws IOException {
    PrivateFolder.make(settings.home());
    PrivateFolder.close(settings.home());
    Desk desk = Desk.load(settings.home(), settings.random());
    return new Office(settings, new OpenDesk(settings, desk));
  }

  /** The same office with another person acting; closing either closes both. */
  public Office actingAs(String person) {
    return new Office(settings.withPerson(person), desk);
  }

  public OfficeSettings settings() {
    return settings;
  }

  /** The stores that this desk knows. */
  public Stores stores() {
    return new Stores(desk, settings);
  }

  /** The shelves of those stores. */
  public Shelves shelves() {
    return new Shelves(this, desk, settings);
  }

  /** What is said about shelves as a whole: who may do what, what is recorded. */
  public ShelfCare care() {
    return new ShelfCare(this, desk, settings);
  }

  /** Refuses what the person who acts may not do on a shelf. */
  void require(String store, long shelf, Right right) throws IOException {
    new Rights(settings.person()).require(shelves().byId(store, shelf), right);
  }

  Deposit.Place depositPlace(Shelf shelf) {
    return new Deposit.Place(shelf.id(), shelf.name(), settings.person());
  }

  /** Files and their histories. */
  public FileLives files() {
    return new FileLives(this, desk, settings);
  }

  /** Destroying revisions for good. */
  public Erasures erasures() {
    return new Erasures(this, desk, settings);
  }

  /** What needs a person today. */
  public Todays todays() {
    return new Todays(this, settings);
  }

  /** When which shelf is to be captured. */
  public Rhythms rhythms() {
    return new Rhythms(this, desk, settings);
  }

  /** All that was done. */
  public Ledgers ledgers() {
    return new Ledgers(this);
  }

  /** What is recorded costs. */
  public Spaces spaces() {
    return new Spaces(this, desk);
  }

  /** What shelves will cost. */
  public Forecasts forecasts() {
    return new Forecasts(this, settings);
  }

  /** Letting go of what no rule claims. */
  public Thinnings thinnings() {
    return new Thinnings(this, desk, settings);
  }

  /** What people say about revisions and files. */
  public Sayings sayings() {
    return new Sayings(this, desk, settings);
  }

  /** Copies of a file that become its revisions. */
  public Gatherings gatherings() {
    return new Gatherings(this, desk, settings);
  }

  /** Files from outside. */
  public Intake intake() {
    return new Intake(this, desk, settings);
  }

  /** Folders in which files from outside arrive. */
  public ArrivalFolders arrivals() {
    return desk.arrivals();
  }

  /** What is kept of shelves, and why. */
  public CarePlans plans() {
    return new CarePlans(this, desk, settings);
  }

  /** Notices to people who want to know of new revisions. */
  public Notices notices() {
    return new Notices(this, desk, settings);
  }

  /** Shelves at a moment. */
  public Moments moments() {
    return new Moments(desk);
  }

  /** Recovering many files at once. */
  public Recoveries recoveries() {
    return new Recoveries(this, desk, settings);
  }

  /** What differs between states of a file. */
  public Comparisons comparisons() {
    return new Comparisons(desk, settings);
  }

  /** What left the shelves. */
  public LostAndFound lostAndFound() {
    return new LostAndFound(this, desk);
  }

  /** Snapshots of shelves. */
  public Snapshots snapshots() {
    return new Snapshots(this, desk, settings);
  }

  /** Snapshots that care plans have taken by themselves. */
  public ScheduledSnapshots scheduledSnapshots() {
    return new ScheduledSnapshots(this, desk, settings);
  }

  /** Finds files by any name they ever had. */
  public Search search() {
    return new Search(this, desk);
  }

  /** Finds files by what a person writes. */
  public Addresses addresses() {
    return new Addresses(this);
  }

  @Override
  public void close() {
    desk.close();
  }
}
