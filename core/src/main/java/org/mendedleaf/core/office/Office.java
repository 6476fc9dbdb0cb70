package org.mendedleaf.core.office;

import java.io.Closeable;
import java.io.IOException;
import org.mendedleaf.core.adoption.Adoptions;
import org.mendedleaf.core.arrivals.ArrivalFolders;
import org.mendedleaf.core.arrivals.Gatherings;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.DeskLock;
import org.mendedleaf.core.desk.PrivateFolder;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.Comparisons;
import org.mendedleaf.core.files.Coverages;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Notices;
import org.mendedleaf.core.files.Sayings;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.ErasureReach;
import org.mendedleaf.core.keeping.Erasures;
import org.mendedleaf.core.keeping.Forecasts;
import org.mendedleaf.core.keeping.KeptByFinding;
import org.mendedleaf.core.keeping.LostAndFound;
import org.mendedleaf.core.keeping.Safeguards;
import org.mendedleaf.core.keeping.Spaces;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.leftovers.Leftovers;
import org.mendedleaf.core.leftovers.LostLinks;
import org.mendedleaf.core.leftovers.PossibleFiles;
import org.mendedleaf.core.losses.Losses;
import org.mendedleaf.core.rhythm.Rhythms;
import org.mendedleaf.core.rhythm.ScheduledSnapshots;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.shelves.Moments;
import org.mendedleaf.core.shelves.RecordingAndPeople;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.shelves.Snapshots;
import org.mendedleaf.core.stores.Stores;
import org.mendedleaf.core.telling.Telling;
import org.mendedleaf.core.tray.Recoveries;

/**
 * One desk's office: its stores, its shelves, and everything that can be done with them.
 *
 * <p>Stores are opened when first needed and stay open. All methods of its parts may take long and
 * touch disks; none may be called on an interface thread. Safe for several threads.
 */
public final class Office implements Closeable {

  private final OfficeSettings settings;
  private final OpenDesk desk;
  private final ArrivalFolders arrivals;
  private final Stores stores;
  private final Shelves shelves;
  private final RecordingAndPeople recordingAndPeople;
  private final Moments moments;
  private final Snapshots snapshots;
  private final Spaces spaces;
  private final Recoveries recoveries;
  private final FileLives files;
  private final Addresses addresses;
  private final Coverages coverages;
  private final Search search;
  private final Comparisons comparisons;
  private final Screenings screenings;
  private final MassEvents massEvents;
  private final Notices notices;
  private final Telling telling;
  private final Sayings sayings;
  private final Safeguards safeguards;
  private final CarePlans plans;
  private final KeptByFinding keptByFinding;
  private final Erasures erasures;
  private final AskedErasures askedErasures;
  private final ErasureReach erasureReach;
  private final Thinnings thinnings;
  private final Forecasts forecasts;
  private final LostAndFound lostAndFound;
  private final Intake intake;
  private final Leftovers leftovers;
  private final LostLinks lostLinks;
  private final PossibleFiles possibleFiles;
  private final Gatherings gatherings;
  private final ScheduledSnapshots scheduledSnapshots;
  private final Rhythms rhythms;
  private final Drills drills;
  private final Adoptions adoptions;
  private final Losses losses;
  private final Todays todays;
  private final Ledgers ledgers;

  private Office(OfficeSettings settings, OpenDesk desk, ArrivalFolders arrivals) {
    this.settings = settings;
    this.desk = desk;
    this.arrivals = arrivals;
    this.stores = new Stores(desk, settings);
    this.shelves = new Shelves(stores, desk, settings);
    this.recordingAndPeople = new RecordingAndPeople(shelves, desk, settings);
    this.moments = new Moments(desk);
    this.snapshots = new Snapshots(shelves, desk, settings);
    this.spaces = new Spaces(stores, shelves, desk);
    this.recoveries = new Recoveries(shelves, desk, settings);
    this.files = new FileLives(shelves, recoveries, desk, settings);
    this.addresses = new Addresses(stores, shelves);
    this.coverages = new Coverages(shelves, addresses, settings);
    this.search = new Search(shelves, desk);
    this.comparisons = new Comparisons(desk, settings);
    this.screenings = new Screenings(shelves, desk, settings);
    this.massEvents = new MassEvents(shelves, desk, settings);
    this.notices = new Notices(files, desk, settings);
    this.telling = new Telling(screenings, massEvents, notices, shelves, desk, settings);
    this.sayings = new Sayings(files, notices, shelves, desk, settings);
    this.safeguards = new Safeguards(shelves, desk, settings);
    this.plans = new CarePlans(shelves, spaces, snapshots, safeguards, desk, settings);
    this.keptByFinding = new KeptByFinding(files, plans, settings);
    this.erasures =
        new Erasures(files, notices, recoveries, snapshots, shelves, safeguards, desk, settings);
    this.askedErasures = new AskedErasures(erasures, safeguards, files, shelves, desk, settings);
    this.erasureReach = new ErasureReach(desk, stores);
    this.thinnings =
        new Thinnings(erasures, files, sayings, plans, safeguards, shelves, desk, settings);
    this.forecasts = new Forecasts(spaces, plans, shelves, settings);
    this.lostAndFound = new LostAndFound(shelves, plans, recoveries, desk, settings);
    this.intake = new Intake(files, shelves, desk, settings);
    this.leftovers = new Leftovers(shelves, files, search, intake, desk, settings);
    this.possibleFiles = new PossibleFiles(search, leftovers);
    this.lostLinks = new LostLinks(shelves, desk, settings, LostLinks.ofThisUser());
    this.gatherings = new Gatherings(shelves, plans, recoveries, desk, settings);
    this.scheduledSnapshots = new ScheduledSnapshots(plans, safeguards, snapshots, desk, settings);
    this.rhythms =
        new Rhythms(
            plans,
            shelves,
            scheduledSnapshots,
            thinnings,
            askedErasures,
            stores.spools(),
            desk,
            settings);
    this.drills = new Drills(desk, settings, desk.insides());
    this.adoptions = new Adoptions(stores, shelves, recoveries, drills, arrivals, desk, settings);
    this.losses = new Losses(stores, shelves, plans, desk, settings);
    this.todays = makeTodays();
    this.ledgers = new Ledgers(shelves, stores);
  }

  /** Opens the office in this home; the caller holds the {@link DeskLock}. */
  public static Office open(OfficeSettings settings) throws IOException {
    PrivateFolder.make(settings.home());
    PrivateFolder.close(settings.home());
    Desk desk = Desk.load(settings.home(), settings.random());
    return new Office(settings, new OpenDesk(settings, desk), new ArrivalFolders(settings));
  }

  /** The same office with another person acting; closing either closes both. */
  public Office actingAs(String person) {
    return new Office(settings.withPerson(person), desk, arrivals);
  }

  public OfficeSettings settings() {
    return settings;
  }

  /** The stores that this desk knows. */
  public Stores stores() {
    return stores;
  }

  /** The shelves of those stores. */
  public Shelves shelves() {
    return shelves;
  }

  /** What is said about shelves as a whole: who may do what, what is recorded. */
  public RecordingAndPeople recordingAndPeople() {
    return recordingAndPeople;
  }

  /** Test recoveries with proof. */
  public Drills drills() {
    return drills;
  }

  /** Taking the place of a desk that is no more. */
  public Adoptions adoptions() {
    return adoptions;
  }

  /** What would be lost if something happened. */
  public Losses losses() {
    return losses;
  }

  /** Shelves at a moment. */
  public Moments moments() {
    return moments;
  }

  /** Snapshots of shelves. */
  public Snapshots snapshots() {
    return snapshots;
  }

  /** What is recorded costs. */
  public Spaces spaces() {
    return spaces;
  }

  /** Recovering many files at once. */
  public Recoveries recoveries() {
    return recoveries;
  }

  /** Files and their histories. */
  public FileLives files() {
    return files;
  }

  /** Finds files by what a person writes. */
  public Addresses addresses() {
    return addresses;
  }

  /** Whether and how a path is recorded. */
  public Coverages coverages() {
    return coverages;
  }

  private Todays makeTodays() {
    return new Todays(
        stores,
        drills,
        screenings,
        massEvents,
        leftovers,
        shelves,
        lostAndFound,
        rhythms,
        plans,
        keptByFinding,
        thinnings,
        askedErasures,
        safeguards,
        moments,
        settings);
  }

  /** Finds files by any name they ever had. */
  public Search search() {
    return search;
  }

  /** What differs between states of a file. */
  public Comparisons comparisons() {
    return comparisons;
  }

  /** What is doubtful about what was recorded. */
  public Screenings screenings() {
    return screenings;
  }

  /** Many files that were hurt at once. */
  public MassEvents massEvents() {
    return massEvents;
  }

  /** Notices to people who want to know of new revisions. */
  public Notices notices() {
    return notices;
  }

  /** Telling people at once what is surely damaged. */
  public Telling telling() {
    return telling;
  }

  /** What people say about revisions and files. */
  public Sayings sayings() {
    return sayings;
  }

  /** What is kept of shelves, and why. */
  public CarePlans plans() {
    return plans;
  }

  /** Destroying revisions for good. */
  public Erasures erasures() {
    return erasures;
  }

  /** Erasures that take effect after a delay. */
  public AskedErasures askedErasures() {
    return askedErasures;
  }

  /** What protects stores against mistakes of their keepers. */
  public Safeguards safeguards() {
    return safeguards;
  }

  /** Where what was erased still lies. */
  public ErasureReach erasureReach() {
    return erasureReach;
  }

  /** Letting go of what no rule claims. */
  public Thinnings thinnings() {
    return thinnings;
  }

  /** What shelves will cost. */
  public Forecasts forecasts() {
    return forecasts;
  }

  /** Warns of last good states that stay only while something is doubtful. */
  public KeptByFinding keptByFinding() {
    return keptByFinding;
  }

  /** What left the shelves. */
  public LostAndFound lostAndFound() {
    return lostAndFound;
  }

  /** Files from outside. */
  public Intake intake() {
    return intake;
  }

  /** Copies that programs left. */
  public Leftovers leftovers() {
    return leftovers;
  }

  /** Names of what is gone from shelves. */
  public LostLinks lostLinks() {
    return lostLinks;
  }

  /** What a path that leads nowhere could mean. */
  public PossibleFiles possibleFiles() {
    return possibleFiles;
  }

  /** Copies of a file that become its revisions. */
  public Gatherings gatherings() {
    return gatherings;
  }

  /** Snapshots that care plans have taken automatically. */
  public ScheduledSnapshots scheduledSnapshots() {
    return scheduledSnapshots;
  }

  /** When each shelf is captured. */
  public Rhythms rhythms() {
    return rhythms;
  }

  /** What needs a person today. */
  public Todays todays() {
    return todays;
  }

  /** All that was done. */
  public Ledgers ledgers() {
    return ledgers;
  }

  /** Folders in which files from outside arrive. */
  public ArrivalFolders arrivals() {
    return arrivals;
  }

  @Override
  public void close() {
    desk.close();
  }
}
