package org.mendedleaf.core.drill;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.DrillQuestions.ToWrite;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Test recoveries with proof. Nothing on a shelf is touched, and nothing in the store but the
 * ledger. Safe for several threads; takes as long as recovering and reading the sample.
 */
public final class Drills {

  private static final Logger LOG = LoggerFactory.getLogger(Drills.class);

  /** The number of proofs that go into the ledger, failures first; the others are counted. */
  static final int MOST_PROOFS = 5_000;

  /** How far back is looked for what readers found before. */
  private static final int LOOKED_BACK = 12;

  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final Insides insides;
  private final DrillRhythms rhythms;

  public Drills(OpenDesk desk, OfficeSettings settings, Insides insides) {
    this.desk = desk;
    this.settings = settings;
    this.insides = insides;
    this.rhythms = new DrillRhythms(settings.home());
  }

  /**
   * What to try.
   *
   * @param shelf empty for all shelves of the store
   * @param to an empty or new folder in which what was recovered stays; empty for a scratch place
   */
  public record DrillOrder(String store, OptionalLong shelf, HowMuch what, Optional<Path> to) {

    /** A sample of all shelves. */
    public static DrillOrder ofStore(String store) {
      return new DrillOrder(store, OptionalLong.empty(), HowMuch.SAMPLE, Optional.empty());
    }
  }

  /** How much is tried. */
  public enum HowMuch {
    SAMPLE,
    /** The current revision of every file. */
    CURRENT,
    /** Every revision. */
    ALL
  }

  /** How often a store is tried automatically; empty for never. */
  public Optional<Duration> rhythm(String store) throws IOException {
    return rhythms.of(store);
  }

  /** How often the desk of a home tries a store automatically; empty for never. */
  public static Optional<Duration> rhythmIn(Path home, String store) throws IOException {
    return new DrillRhythms(home).of(store);
  }

  /** Says how often a store is tried automatically from now on. */
  public void setRhythm(String store, Optional<Duration> every) throws IOException {
    rhythms.set(store, every);
  }

  /** Reads a number of days from 1 to 9999 as somebody typed it; empty if it is none. */
  public static Optional<Duration> daysTyped(String typed) {
    String digits = typed.strip();
    return digits.matches("[1-9][0-9]{0,3}")
        ? Optional.of(Duration.ofDays(Long.parseLong(digits)))
        : Optional.empty();
  }

  /** Whether it is time for the next one. */
  public boolean isDue(String store) throws IOException {
    Optional<Duration> every = rhythms.of(store);
    if (every.isEmpty()) {
      return false;
    }
    Catalogue catalogue = desk.store(store).catalogue();
    Instant since = settings.clock().instant().minus(every.get());
    Optional<Instant> last =
        catalogue.ledger().newest(Act.DRILL, 1).stream()
            .findFirst()
            .or(() -> made(catalogue))
            .map(LedgerEntry::at);
    return last.isPresent() && !last.get().isAfter(since);
  }

  private static Optional<LedgerEntry> made(Catalogue catalogue) {
    try {
      return catalogue.ledger().act(0);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /**
   * Does what is due, for idle moments; a failure is told by {@link #last}. Where it cannot be done
   * now, it stays due.
   */
  public boolean runIfDue(String store, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    boolean canBeNoted = opened.store().durability().isWritable() && opened.trouble().isEmpty();
    if (!canBeNoted || !isDue(store)) {
      return false;
    }
    try {
      var unused = run(DrillOrder.ofStore(store), progress);
      return true;
    } catch (SentenceException e) {
      // Nobody has asked for it, so nobody is told that there is no room or nothing to try.
      LOG.info("No drill of {}: {}", opened.store().root(), e.getMessage());
      return false;
    }
  }

  /** The newest drill of a store. */
  public Optional<DrillCertificate> last(String store) throws IOException {
    Catalogue catalogue = desk.store(store).catalogue();
    List<LedgerEntry> newest = catalogue.ledger().newest(Act.DRILL, 1);
    return newest.isEmpty() ? Optional.empty() : Optional.of(certificate(store, newest.get(0)));
  }

  /**
   * The certificate of a drill that was done.
   *
   * @throws SentenceException if this act is none
   */
  public DrillCertificate certificate(String store, long act) throws IOException {
    Optional<LedgerEntry> entry = desk.store(store).catalogue().ledger().act(act);
    if (entry.filter(one -> one.act() == Act.DRILL).isEmpty()) {
      throw new SentenceException(
          "Act %d is no drill. “mended-leaf ledger” lists all acts.".formatted(act));
    }
    return certificate(store, entry.get());
  }

  private DrillCertificate certificate(String store, LedgerEntry entry) throws IOException {
    OpenStore opened = desk.store(store);
    Catalogue catalogue = opened.catalogue();
    return new DrillCertificate(
        opened.store().root(),
        Optional.of(entry),
        catalogue.drills().figures(entry.id()).orElseThrow(),
        catalogue.ledger().items(entry.id()).stream()
            .map(DrillCertificate.DrillProof::of)
            .toList());
  }

  /**
   * Tries it, and certifies in the ledger what was found.
   *
   * @throws SentenceException if there is nothing to try, no room to try it, or another drill runs
   */
  public DrillCertificate run(DrillOrder order, Progress progress) throws IOException {
    return alone(
        () -> {
          OpenStore store = desk.store(order.store());
          store.catalogue().catchUp();
          return run(order, store, List.of(), progress);
        });
  }

  /**
   * A store as it was opened elsewhere.
   *
   * @param proven by opening it
   * @param office what is closed afterwards, with the store
   */
  public record OpenedElsewhere(OpenStore store, List<ReceiptItem> proven, Closeable office)
      implements Closeable {
    public OpenedElsewhere {
      proven = List.copyOf(proven);
    }

    @Override
    public void close() throws IOException {
      office.close();
    }
  }

  /** Opens a store elsewhere. */
  public interface OpeningElsewhere {
    OpenedElsewhere open() throws IOException;
  }

  /** The same with the store as it is opened elsewhere; certified by this desk. */
  public DrillCertificate run(DrillOrder order, OpeningElsewhere opening, Progress progress)
      throws IOException {
    return alone(
        () -> {
          try (OpenedElsewhere opened = opening.open()) {
            return run(order, opened.store(), opened.proven(), progress);
          }
        });
  }

  private interface LoneDrill {
    DrillCertificate run() throws IOException;
  }

  private DrillCertificate alone(LoneDrill drill) throws IOException {
    if (!desk.drilling().tryLock()) {
      throw new SentenceException(
          "A drill is running already. Nothing was tried; ask again when it has ended.");
    }
    try {
      return drill.run();
    } finally {
      desk.drilling().unlock();
    }
  }

  private DrillCertificate run(
      DrillOrder order, OpenStore store, List<ReceiptItem> before, Progress progress)
      throws IOException {
    Catalogue catalogue = store.catalogue();
    List<RecordedShelf> shelves =
        catalogue.shelves().all().stream()
            .filter(one -> order.shelf().isEmpty() || order.shelf().getAsLong() == one.id())
            .toList();
    List<Revision> revisions = revisions(catalogue, shelves, order.what());
    if (revisions.isEmpty()) {
      throw new SentenceException("Nothing is recorded yet, so there is nothing to try.");
    }
    Map<Long, RecordedShelf> byId = new HashMap<>();
    shelves.forEach(shelf -> byId.put(shelf.id(), shelf));
    long began = System.nanoTime();
    try (ScratchFolder scratch =
        ScratchFolder.open(settings, order.to(), atOnce(revisions, order))) {
      DrillRun run =
          new DrillRun(
              store, insides, scratch.folder(), order.to().isPresent(), byId, found(catalogue));
      run.run(revisions, progress);
      Duration taken = Duration.ofNanos(System.nanoTime() - began);
      return certify(order, shelves, run, before, taken);
    }
  }

  private List<Revision> revisions(
      Catalogue catalogue, List<RecordedShelf> shelves, HowMuch howMuch) throws IOException {
    List<Revision> revisions = new ArrayList<>();
    if (howMuch == HowMuch.SAMPLE) {
      revisions.addAll(new DrillSample(catalogue, settings.random()).of(shelves));
    } else {
      for (RecordedShelf shelf : shelves) {
        revisions.addAll(
            howMuch == HowMuch.ALL
                ? catalogue.files().allOf(shelf.id())
                : catalogue.files().currentOf(shelf.id()));
      }
    }
    // Of what could not be read when it was recorded there is nothing to recover.
    revisions.removeIf(one -> one.state().content().isEmpty() && one.state().link().isEmpty());
    return revisions;
  }

  /**
   * How many bytes lie in the folder at the same time, at most: a full drive is no failed drill.
   */
  private static long atOnce(List<Revision> revisions, DrillOrder order) {
    long all = revisions.stream().mapToLong(one -> one.state().size()).sum();
    long largest = revisions.stream().mapToLong(one -> one.state().size()).max().orElse(0);
    return order.to().isPresent() ? all : Math.max(largest, Math.min(all, DrillRun.BATCH_BYTES));
  }

  /** How much readers found in revisions before; the newest drill counts. */
  private static Map<Long, Map<Integer, String>> found(Catalogue catalogue) throws IOException {
    Map<Long, Map<Integer, String>> found = new HashMap<>();
    for (LedgerEntry drill : catalogue.ledger().newest(Act.DRILL, LOOKED_BACK)) {
      for (ReceiptItem item : catalogue.ledger().items(drill.id())) {
        DrillCertificate.DrillProof proof = DrillCertificate.DrillProof.of(item);
        if (proof.found().isPresent() && proof.file().isPresent()) {
          found
              .computeIfAbsent(proof.file().getAsLong(), file -> new HashMap<>())
              .putIfAbsent(proof.revision().orElse(0), proof.found().get());
        }
      }
    }
    return found;
  }

  private DrillCertificate certify(
      DrillOrder order,
      List<RecordedShelf> shelves,
      DrillRun run,
      List<ReceiptItem> before,
      Duration taken)
      throws IOException {
    OpenStore store = desk.store(order.store());
    Catalogue catalogue = store.catalogue();
    catalogue.catchUp();
    long of = 0;
    long small = 0;
    long smallBytes = 0;
    long largeBytes = 0;
    for (RecordedShelf shelf : shelves) {
      of += catalogue.drills().revisions(shelf.id());
      ToWrite current = catalogue.drills().current(shelf.id(), DrillRun.LARGE);
      small += current.small();
      smallBytes += current.smallBytes();
      largeBytes += current.largeBytes();
    }
    int sampled = run.proven().size();
    List<ReceiptItem> proofs = new ArrayList<>(before);
    proofs.addAll(run.proven());
    proofs.sort(Comparator.comparing(item -> item.outcome() == Outcome.RECOVERED));
    DrillFigures figures =
        new DrillFigures(
            sampled,
            of,
            run.opened(),
            proofs.stream().mapToLong(ReceiptItem::bytes).sum(),
            taken.toMillis(),
            run.forecast(small, smallBytes, largeBytes).toMillis());
    List<ReceiptItem> kept = proofs.subList(0, Math.min(MOST_PROOFS, proofs.size()));
    if (!store.store().durability().isWritable()) {
      return new DrillCertificate(
          store.store().root(),
          Optional.empty(),
          figures,
          kept.stream().map(DrillCertificate.DrillProof::of).toList());
    }
    List<Proposal> proposals = new ArrayList<>();
    proposals.add(new Proposal.Whole(new Detail.Drilled(figures)));
    kept.forEach(item -> proposals.add(new Proposal.Item(item)));
    Journal.Draft draft =
        new Journal.Draft(
            Act.DRILL,
            order.shelf(),
            settings.clock().instant(),
            settings.person(),
            OptionalLong.empty(),
            false,
            proposals);
    return certificate(order.store(), store.journal().commit(draft).segment());
  }
}
