package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;

/**
 * The trial of the findings on whole documents, readers and store included: successive states are
 * captured and examined, and now and then some are damaged, examined, and saved again as they were.
 */
public final class PapersTrial {

  private static final Duration LONG = Duration.ofHours(1);

  /** Ten would be an event of their own. */
  private static final int HURT_AT_ONCE = 9;

  private final Random random = new Random(7);
  private final Office office;
  private final Shelf shelf;
  private final Path work;
  private final Map<String, Integer> tried = new TreeMap<>();
  private final Map<String, Integer> told = new TreeMap<>();
  private final Map<String, Integer> lastGood = new TreeMap<>();
  private final List<String> examples = new ArrayList<>();
  private int normal;
  private int falseDamage;
  private int falseSure;

  private PapersTrial(Office office, Shelf shelf, Path work) {
    this.office = office;
    this.shelf = shelf;
    this.work = work;
  }

  /**
   * @param args a folder to work in; a folder with a folder for each state, in which lie the
   *     documents
   */
  public static void main(String[] args) throws Exception {
    Path base = Path.of(args[0]);
    Path work = Files.createDirectories(base.resolve("work"));
    try (Office office = Office.open(OfficeSettings.ofThisMachine(base.resolve("home")));
        Stream<Path> found = Files.list(Path.of(args[1]))) {
      Path store = base.resolve("store");
      office.stores().make(store);
      Shelf shelf = office.shelves().add(work, store, Optional.of("Papers"));
      PapersTrial trial = new PapersTrial(office, shelf, work);
      for (Path state : found.sorted().toList()) {
        trial.save(state);
      }
      trial.print();
    }
  }

  private void save(Path state) throws IOException {
    Map<Path, byte[]> now = new HashMap<>();
    int changed = 0;
    try (Stream<Path> documents = Files.walk(state)) {
      for (Path one : documents.filter(Files::isRegularFile).sorted().toList()) {
        Path at = work.resolve(String.valueOf(one.getFileName()));
        byte[] bytes = Files.readAllBytes(one);
        if (Files.exists(at) && !Arrays.equals(bytes, Files.readAllBytes(at))) {
          changed++;
        }
        Files.write(at, bytes);
        now.put(at, bytes);
      }
    }
    normal += changed;
    for (DoubtfulFile one : examined()) {
      if (one.first().strength().isDamage()) {
        falseDamage++;
        falseSure += one.first().strength().word().equals("sure") ? 1 : 0;
        examples.add("false " + one.file().path().name() + " " + one.findings());
        // It must not be held against the next one.
        var unused = office.sayings().good(one.ref(), one.newest().number(), true);
      }
    }
    if (changed > 0) {
      for (Harm harm : Harm.values()) {
        damage(harm, now);
      }
    }
  }

  private void damage(Harm harm, Map<Path, byte[]> now) throws IOException {
    List<Path> all = new ArrayList<>(now.keySet().stream().sorted().toList());
    java.util.Collections.shuffle(all, random);
    Map<String, Integer> hurt = new HashMap<>();
    for (Path one : all) {
      // Those at the end of the list stay as they are.
      Optional<byte[]> other =
          all.subList(all.size() / 2, all.size()).stream()
              .filter(two -> !two.equals(one) && ending(two).equals(ending(one)))
              .findFirst()
              .map(now::get);
      Optional<byte[]> bytes = harm.done(now.get(one), other, random);
      if (hurt.size() < HURT_AT_ONCE && bytes.isPresent()) {
        String name = String.valueOf(one.getFileName());
        hurt.put(name, newest(one));
        Files.write(one, bytes.get());
      }
    }
    List<DoubtfulFile> found = examined();
    hurt.forEach(
        (name, before) -> {
          tried.merge(harm.name(), 1, Integer::sum);
          Optional<DoubtfulFile> its =
              found.stream()
                  .filter(one -> one.file().path().name().equals(name))
                  .filter(one -> one.first().strength().isDamage())
                  .findFirst();
          if (its.isEmpty()) {
            examples.add("missed " + harm + " " + name);
          } else {
            told.merge(harm.name(), 1, Integer::sum);
            boolean isTrue =
                its.get().lastGood().map(Revision::number).filter(before::equals).isPresent();
            lastGood.merge(harm.name(), isTrue ? 1 : 0, Integer::sum);
            if (!isTrue) {
              examples.add(
                  "%s of %s: last good is %s instead of r%d; it is %s"
                      .formatted(
                          harm,
                          name,
                          its.get().lastGood().map(Revision::number),
                          before,
                          its.get().findings()));
            }
          }
        });
    for (Path one : now.keySet()) {
      Files.write(one, now.get(one));
    }
    var unused = examined();
  }

  private int newest(Path file) throws IOException {
    return office.files().life(office.addresses().file(file.toString(), work)).newest().number();
  }

  private static String ending(Path file) {
    String name = String.valueOf(file.getFileName());
    return name.substring(name.lastIndexOf('.') + 1);
  }

  private List<DoubtfulFile> examined() throws IOException {
    CaptureOutcome outcome = office.shelves().capture(shelf, false, Progress.NONE);
    if (!(outcome instanceof CaptureOutcome.Done)) {
      throw new IOException("could not be captured: " + outcome);
    }
    int unused = office.screenings().screen(shelf.store(), LONG, Progress.NONE);
    return office.screenings().doubtful(shelf);
  }

  private void print() {
    System.out.printf(
        "%d normal revisions; sure or likely, falsely: %d; sure, falsely: %d%n",
        normal, falseDamage, falseSure);
    System.out.printf("%-16s %8s %8s %8s %10s%n", "damage", "tried", "told", "recall", "last good");
    tried.forEach(
        (kind, count) -> {
          int found = told.getOrDefault(kind, 0);
          System.out.printf(
              "%-16s %8d %8d %7.2f%% %9.2f%%%n",
              kind,
              count,
              found,
              100.0 * found / count,
              found == 0 ? 0 : 100.0 * lastGood.getOrDefault(kind, 0) / found);
        });
    examples.stream().limit(40).forEach(System.out::println);
  }
}
