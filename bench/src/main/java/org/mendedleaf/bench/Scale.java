package org.mendedleaf.bench;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.NameQuery;
import org.mendedleaf.core.catalog.questions.SpaceQuestions;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSettings;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.keeping.ShelfLineages;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Floor;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.screening.DoubtfulList;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.space.Costs;
import org.mendedleaf.core.space.FileCost;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.StoreParameters;

/**
 * A store with very many files and revisions, made without files on a disk: what matters here is
 * the catalogue. Measures the questions that must stay fast, and the rebuild.
 */
public final class Scale {

  private static final int FILES_PER_FOLDER = 500;
  private static final int PART = 20_000;
  private static final int MANY = 2_000;
  private static final Instant START = Instant.parse("2025-01-01T08:00:00Z");

  private final Path base;
  private final int files;
  private final int rounds;
  private final SecureRandom random = new SecureRandom();
  private Store store;
  private Catalogue catalogue;
  private WriteSession writing;

  private Scale(Path base, int files, int rounds) {
    this.base = base;
    this.files = files;
    this.rounds = rounds;
  }

  /**
   * @param args a folder to work in; number of files; number of revisions of each
   */
  public static void main(String[] args) throws Exception {
    Scale scale = new Scale(Path.of(args[0]), Integer.parseInt(args[1]), Integer.parseInt(args[2]));
    scale.run();
  }

  private void run() throws Exception {
    Path folder = base.resolve("store");
    LocalDurability place = LocalDurability.probe(base).unforced();
    if (!Files.exists(folder)) {
      Store.make(folder, StoreParameters.STANDARD.forTrial(), START, "desk", place, random).close();
    }
    store = Store.open(folder, place, random);
    catalogue = Catalogue.open(store, base.resolve("catalogue.sqlite"));
    if (catalogue.shelves().all().isEmpty()) {
      long start = System.nanoTime();
      fill();
      System.out.printf("filled in %.1f s%n", (System.nanoTime() - start) / 1e9);
    }
    folderAtAMoment();
    history();
    for (String typed :
        new String[] {"g", "ge", "gen", "genoa", "genoa 0012", "boat 777", "csv", "spinnaker 5"}) {
      search(typed);
    }
    for (int i = 0; i < 3; i++) {
      rehearsal();
      space();
    }
    findings();
    erasing();
    long start = System.nanoTime();
    long acts = catalogue.rebuild();
    System.out.printf(
        "rebuild of %,d revisions, %d acts: %.1f s%n",
        (long) files * rounds, acts, (System.nanoTime() - start) / 1e9);
    catalogue.close();
    store.close();
  }

  /** Fills a store with files, each with so many revisions; returns how many revisions. */
  static long fill(Store store, Catalogue catalogue, int files, int rounds) throws IOException {
    Scale scale = new Scale(store.root(), files, rounds);
    scale.store = store;
    scale.catalogue = catalogue;
    scale.fill();
    return (long) files * rounds;
  }

  private void fill() throws IOException {
    Journal journal = new Journal(catalogue, "desk");
    Proposal shelf = new Proposal.NewShelf("Many", ShelfKind.WORKING, "/many");
    commit(journal, Act.SHELF, OptionalLong.empty(), START, false, List.of(shelf));
    for (int round = 0; round < rounds; round++) {
      Instant at = START.plus(Duration.ofDays(round * 30L + 1));
      for (int from = 0; from < files; from += PART) {
        int to = Math.min(files, from + PART);
        List<Proposal> saves = new ArrayList<>();
        List<ContentRef> contents = contents(from, to, round);
        for (int file = from; file < to; file++) {
          FileState state = state(file, at, contents.get(file - from));
          saves.add(
              new Proposal.Save(
                  OptionalLong.empty(), state, Origin.CAPTURE, OptionalInt.empty(), false));
        }
        commit(journal, Act.CAPTURE, OptionalLong.of(1), at, to < files, saves);
        writing.close();
      }
    }
  }

  /** Each revision has a content of its own. */
  private List<ContentRef> contents(int from, int to, int round) throws IOException {
    writing = store.write(catalogue);
    ContentWriter writer = writing.writer();
    List<ContentRef> contents = new ArrayList<>();
    for (int file = from; file < to; file++) {
      byte[] text = "round %d of %d".formatted(round, file).getBytes(StandardCharsets.UTF_8);
      contents.add(writer.write(new ByteArrayInputStream(text), Optional.empty()));
    }
    writer.flush();
    return contents;
  }

  static InnerPath path(int file) {
    String[] words = {"mainsail", "genoa", "spinnaker", "invoice", "offer", "photo", "letter"};
    int folder = file / FILES_PER_FOLDER;
    return new InnerPath(
        "%s %d/boat %d/%s %06d.csv"
            .formatted(words[folder % 5], folder / 50, folder, words[file % words.length], file));
  }

  private static FileState state(int file, Instant at, ContentRef content) {
    return new FileState(
        path(file),
        content.size(),
        at.minusSeconds(file % 86_400),
        Optional.of("rw-r--r--"),
        Optional.of("maren"),
        Optional.of("dev1-ino" + file),
        Optional.of(content),
        Optional.empty());
  }

  private void commit(
      Journal journal,
      Act act,
      OptionalLong shelf,
      Instant at,
      boolean more,
      List<Proposal> proposals)
      throws IOException {
    Journal.Draft draft =
        new Journal.Draft(act, shelf, at, "maren", OptionalLong.empty(), more, proposals);
    if (act == Act.CAPTURE) {
      var unused = journal.commit(draft, writing);
      return;
    }
    try (WriteSession session = store.write(catalogue)) {
      var unused = journal.commit(draft, session);
    }
  }

  /** One file in a hundred is damaged as it is now. */
  private void findings() throws IOException {
    List<Proposal> found = new ArrayList<>();
    for (int file = 1; file <= files; file += 100) {
      Optional<Revision> newest = catalogue.files().current(file);
      if (newest.isPresent()) {
        Finding cut =
            new Finding(FindingKind.CUT_OFF, FindingStrength.SURE, 3, 90, OptionalLong.empty());
        found.add(new Proposal.Doubting(newest.get().key(), List.of(cut)));
      }
    }
    for (long segment : catalogue.findings().unscreened(Integer.MAX_VALUE)) {
      found.add(new Proposal.Whole(new Detail.Screened(segment)));
    }
    Journal journal = new Journal(catalogue, "desk");
    commit(journal, Act.SCREEN, OptionalLong.empty(), START.plusSeconds(90), false, found);
    Shelf shelf =
        new Shelf(
            "",
            base,
            1,
            "",
            ShelfKind.WORKING,
            Optional.empty(),
            RecordingState.RECORDING,
            0,
            0,
            Optional.empty(),
            ShelfSettings.NONE);
    for (int i = 0; i < 3; i++) {
      long start = System.nanoTime();
      int listed = new DoubtfulList(catalogue).of(shelf).size();
      long then = System.nanoTime();
      int places = new DoubtfulList(catalogue).damagedPlaces(1).size();
      System.out.printf(
          "findings: %,d listed in %.2f s, their places alone (%,d) in %.2f s%n",
          listed, (then - start) / 1e9, places, (System.nanoTime() - then) / 1e9);
    }
  }

  private void folderAtAMoment() throws IOException {
    Random choice = new Random(5);
    double[] millis = new double[400];
    int rows = 0;
    for (int i = 0; i < millis.length; i++) {
      InnerPath folder = path(choice.nextInt(files)).folder();
      Instant at = START.plus(Duration.ofDays(choice.nextInt(rounds * 30)));
      long start = System.nanoTime();
      rows += catalogue.trees().folder(1, folder, new Moment.At(at)).size();
      millis[i] = (System.nanoTime() - start) / 1e6;
    }
    print("folder at a moment, about " + rows / millis.length + " rows", millis);
  }

  private void history() throws IOException {
    Random choice = new Random(6);
    double[] millis = new double[400];
    for (int i = 0; i < millis.length; i++) {
      long start = System.nanoTime();
      int found = catalogue.files().history(1 + choice.nextInt(files)).size();
      millis[i] = (System.nanoTime() - start) / 1e6;
      if (found != rounds) {
        throw new IOException("a file has " + found + " revisions");
      }
    }
    print("a file's revisions", millis);
  }

  private void search(String typed) throws IOException {
    double[] millis = new double[20];
    int found = 0;
    for (int i = 0; i < millis.length; i++) {
      long start = System.nanoTime();
      found = catalogue.names().find(NameQuery.parse(typed), 200).files().size();
      millis[i] = (System.nanoTime() - start) / 1e6;
    }
    print("search “" + typed + "”, " + found + " told", millis);
  }

  /** One revision each of some files, rehearsed and erased. */
  private void erasing() throws IOException {
    Journal journal = new Journal(catalogue, "desk");
    Erasing erasing = new Erasing(catalogue, journal);
    Random choice = new Random(7);
    double[] rehearsed = new double[20];
    double[] erased = new double[20];
    for (int i = 0; i < erased.length; i++) {
      List<Revision> history = catalogue.files().history(1 + choice.nextInt(files));
      List<Revision> going = List.of(history.get(choice.nextInt(history.size())));
      long start = System.nanoTime();
      var unusedFreed = erasing.weigh(going);
      long begun = System.nanoTime();
      Erasing.Prepared prepared = erasing.prepare(1, going);
      var act = erasing.commit(prepared, Instant.now(), "maren", Optional.empty());
      if (act.isEmpty()) {
        throw new IOException("nothing was erased");
      }
      rehearsed[i] = (begun - start) / 1e6;
      erased[i] = (System.nanoTime() - begun) / 1e6;
    }
    print("rehearsing the erasing of a revision", rehearsed);
    print("erasing a revision", erased);
    erasingMany(erasing);
  }

  /** One revision of each of many files in one act, as letting go does. */
  private void erasingMany(Erasing erasing) throws IOException {
    List<Revision> going = new ArrayList<>();
    for (int file = 1; file <= Math.min(files, MANY); file++) {
      List<Revision> history = catalogue.files().history(file);
      going.add(history.get(history.size() / 2));
    }
    long start = System.nanoTime();
    Erasing.Prepared prepared = erasing.prepare(1, going);
    long begun = System.nanoTime();
    if (erasing.commit(prepared, Instant.now(), "maren", Optional.empty()).isEmpty()) {
      throw new IOException("nothing was erased");
    }
    System.out.printf(
        "erasing one revision each of %,d files: prepared in %.1f s, done in %.1f s%n",
        going.size(), (begun - start) / 1e9, (System.nanoTime() - begun) / 1e9);
  }

  private void rehearsal() throws IOException {
    long start = System.nanoTime();
    ShelfLineages lineages = ShelfLineages.of(catalogue, 1, Floor.NONE);
    long loaded = System.nanoTime();
    CarePlan plan =
        ReadyPlans.named("Office memory", ZoneOffset.UTC, DayOfWeek.MONDAY).orElseThrow().plan();
    CarePlans.PlanRehearsal rehearsal =
        CarePlans.rehearse(
            lineages,
            plan,
            START.plus(Duration.ofDays(rounds * 30L + 365)),
            java.util.Optional.empty());
    System.out.printf(
        "rehearsal over %,d revisions: asked in %.2f s, judged in %.2f s (%,d go)%n",
        (long) files * rounds,
        (loaded - start) / 1e9,
        (System.nanoTime() - loaded) / 1e9,
        rehearsal.goes().size());
  }

  private void space() throws IOException {
    long start = System.nanoTime();
    StoreSpace space = StoreSpace.load(catalogue);
    long loaded = System.nanoTime();
    List<FileCost> dear = new Costs(space).files(catalogue.space().files());
    int costs = dear.size();
    long weighed = System.nanoTime();
    catalogue
        .remembered()
        .count(
            new SpaceQuestions.Count(
                space.commit(),
                space.all().disk(),
                dear.stream()
                    .map(
                        one ->
                            new SpaceQuestions.CountedFile(
                                one.file(),
                                one.revisions(),
                                one.cost().current(),
                                one.cost().history(),
                                one.cost().alone()))
                    .toList()));
    long remembered = System.nanoTime();
    int known = catalogue.space().counted().orElseThrow().files().size();
    int named = catalogue.space().files().size();
    System.out.printf(
        "remembered in %.2f s; %,d of %,d known again in %.2f s%n",
        (remembered - weighed) / 1e9, known, named, (System.nanoTime() - remembered) / 1e9);
    System.out.printf(
        "space of %,d revisions: asked in %.2f s, %,d files weighed in %.2f s%n",
        (long) files * rounds, (loaded - start) / 1e9, costs, (weighed - loaded) / 1e9);
  }

  private static void print(String figure, double[] millis) {
    Arrays.sort(millis);
    System.out.printf(
        "%-40s median %7.2f ms, 99th percentile %7.2f ms%n",
        figure, millis[millis.length / 2], millis[millis.length * 99 / 100]);
  }
}
