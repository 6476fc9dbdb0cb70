package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.findings.Measures;
import org.mendedleaf.core.findings.Measuring;
import org.mendedleaf.core.findings.PlainEdit;
import org.mendedleaf.core.findings.Scrutiny;

/**
 * How often a normal revision is called doubtful, and how often a damaged one is not: every file
 * that changed between successive releases of a package is a normal revision, and each kind of
 * damage is done to some of them.
 */
public final class FindingsTrial {

  private static final int PAST = 8;
  private static final int EACH = 24;
  private static final int NEAREST = 64;
  private static final int SHOWN = 12;

  private final Map<String, Integer> falseOnes = new TreeMap<>();
  private final Map<String, Map<FindingStrength, Integer>> told = new TreeMap<>();
  private final Map<String, Integer> missed = new TreeMap<>();
  private final Map<String, Integer> tried = new TreeMap<>();
  private final List<String> examples = new ArrayList<>();
  private final Random random = new Random(19);
  private long normal;
  private long falseDamage;
  private long nanos;

  /**
   * @param args a folder with a folder for each package, in which lie folders of its releases
   */
  public static void main(String[] args) throws Exception {
    FindingsTrial trial = new FindingsTrial();
    try (Stream<Path> packages = Files.list(Path.of(args[0]))) {
      for (Path one : packages.sorted().toList()) {
        trial.run(one);
      }
    }
    trial.print();
  }

  private void run(Path releases) throws IOException {
    List<Path> all;
    try (Stream<Path> found = Files.list(releases)) {
      all =
          found
              .sorted(
                  Comparator.comparingInt(one -> Integer.parseInt(one.getFileName().toString())))
              .toList();
    }
    Map<String, Deque<byte[]>> past = new HashMap<>();
    Map<String, byte[]> before = Map.of();
    for (Path release : all) {
      Map<String, byte[]> now = read(release);
      Map<String, List<String>> byEnding = new TreeMap<>();
      before.keySet().stream()
          .sorted()
          .forEach(
              path -> byEnding.computeIfAbsent(ending(path), end -> new ArrayList<>()).add(path));
      for (String path : now.keySet().stream().sorted().toList()) {
        byte[] was = before.get(path);
        byte[] is = now.get(path);
        if (was != null && !Arrays.equals(was, is)) {
          List<String> others = byEnding.getOrDefault(ending(path), List.of());
          Revised one =
              new Revised(
                  releases.getFileName() + "/" + release.getFileName() + "/" + path,
                  was,
                  is,
                  past.getOrDefault(path, new ArrayDeque<>()),
                  new Others(path, others, before, now));
          normal(one);
          damage(one);
          Deque<byte[]> of = past.computeIfAbsent(path, key -> new ArrayDeque<>());
          of.addFirst(was);
          if (of.size() > PAST) {
            of.removeLast();
          }
        }
      }
      before = now;
    }
  }

  /**
   * The other files of a release.
   *
   * @param contents before
   * @param after what they held after it
   */
  private record Others(
      String path, List<String> paths, Map<String, byte[]> contents, Map<String, byte[]> after) {

    /** Those that kept what they had: what was moved is not theirs any more. */
    List<String> staying() {
      return paths.stream()
          .filter(one -> !one.equals(path))
          .filter(one -> Arrays.equals(contents.get(one), after.get(one)))
          .toList();
    }

    /** The same where one file alone was saved. */
    Others asTheyWere() {
      return new Others(path, paths, contents, contents);
    }
  }

  /** One revision; its past without the one before, newest first. */
  private record Revised(String name, byte[] was, byte[] is, Deque<byte[]> past, Others others) {
    Revised alone() {
      return new Revised(name, was, is, past, others.asTheyWere());
    }
  }

  private static Map<String, byte[]> read(Path release) throws IOException {
    Map<String, byte[]> all = new HashMap<>();
    try (Stream<Path> files = Files.walk(release)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        if (Files.size(file) < 4 << 20) {
          all.put(release.relativize(file).toString(), Files.readAllBytes(file));
        }
      }
    }
    return all;
  }

  private static String ending(String path) {
    int dot = path.lastIndexOf('.');
    return dot < path.lastIndexOf('/') ? "" : path.substring(dot + 1);
  }

  private void normal(Revised one) throws IOException {
    normal++;
    long start = System.nanoTime();
    List<Finding> found = judge(one, one.is());
    nanos += System.nanoTime() - start;
    if (found.stream().anyMatch(finding -> finding.strength().isDamage())) {
      falseDamage++;
    }
    for (Finding finding : found) {
      falseOnes.merge(finding.strength() + " " + finding.kind(), 1, Integer::sum);
      if (finding.strength().isDamage() && random.nextInt(1 + examples.size() / SHOWN) == 0) {
        examples.add(
            finding.strength()
                + " "
                + finding.kind()
                + " "
                + one.name()
                + " "
                + finding.measured()
                + "/"
                + finding.usual());
      }
    }
  }

  private static List<Finding> judge(Revised one, byte[] is) throws IOException {
    Map<String, byte[]> contents = one.others().contents();
    boolean isAnothers =
        one.others().staying().stream().anyMatch(path -> Arrays.equals(is, contents.get(path)));
    if (!isAnothers && PlainEdit.of(is, one.was())) {
      return List.of();
    }
    Measures now = Measuring.of(is);
    Measures before = Measuring.before(now, one.was());
    List<Finding> found = new ArrayList<>(Scrutiny.of(now, before, past(one)));
    if (Scrutiny.mayBeExchanged(now, before)) {
      other(one, is, now, before).ifPresent(found::add);
    }
    return found;
  }

  private static Optional<Finding> other(Revised one, byte[] is, Measures now, Measures before) {
    double size = Math.log(1 + is.length);
    Map<String, byte[]> contents = one.others().contents();
    Optional<Finding> same =
        one.others().staying().stream()
            .filter(path -> Arrays.equals(is, contents.get(path)))
            .findFirst()
            .flatMap(path -> Scrutiny.asOther(now, before, now, true, 1));
    if (same.isPresent() || !Scrutiny.isForeign(now, before)) {
      return same;
    }
    return one.others().staying().stream()
        .sorted(
            Comparator.comparingDouble(
                path -> Math.abs(Math.log(1 + contents.get(path).length) - size)))
        .limit(NEAREST)
        .flatMap(
            path ->
                Scrutiny.asOther(
                    now,
                    before,
                    Measuring.of(contents.get(path)),
                    Arrays.equals(is, contents.get(path)),
                    1)
                    .stream())
        .findFirst();
  }

  private static Scrutiny.Past past(Revised one) {
    return new Scrutiny.Past() {
      @Override
      public List<Long> sizes() {
        List<Long> sizes = new ArrayList<>(List.of((long) one.was().length));
        one.past().forEach(bytes -> sizes.add((long) bytes.length));
        return sizes;
      }

      @Override
      public Optional<Double> usuallyKept() {
        return one.past().isEmpty()
            ? Optional.empty()
            : Optional.of(Measuring.of(one.past().getFirst()).partIn(Measuring.of(one.was())));
      }
    };
  }

  private void damage(Revised one) throws IOException {
    for (Harm harm : Harm.values()) {
      if (random.nextInt(EACH) != 0) {
        continue;
      }
      Optional<byte[]> other = otherContent(one);
      Optional<byte[]> hurt = harm.done(one.is(), other, random);
      if (hurt.isEmpty() || Arrays.equals(hurt.get(), one.is())) {
        continue;
      }
      String kind = harm.name();
      tried.merge(kind, 1, Integer::sum);
      List<Finding> found = judge(one.alone(), hurt.get());
      Optional<FindingStrength> strongest =
          found.stream().map(Finding::strength).min(FindingStrength::compareTo);
      if (strongest.isPresent()) {
        told.computeIfAbsent(kind, of -> new EnumMap<>(FindingStrength.class))
            .merge(strongest.get(), 1, Integer::sum);
      } else if (missed.merge(kind, 1, Integer::sum) <= 3) {
        examples.add("missed " + kind + " " + one.name() + " of " + one.is().length + " bytes");
      }
    }
  }

  private Optional<byte[]> otherContent(Revised one) {
    List<String> paths = one.others().paths();
    if (paths.size() < 2) {
      return Optional.empty();
    }
    String path = paths.get(random.nextInt(paths.size()));
    return path.equals(one.others().path())
        ? Optional.empty()
        : Optional.of(one.others().contents().get(path));
  }

  private void print() {
    System.out.printf(
        "%d normal revisions, %.2f ms each; sure or likely, falsely: %d, %.2f in 1,000%n",
        normal, nanos / 1e6 / normal, falseDamage, 1000.0 * falseDamage / normal);
    falseOnes.forEach((kind, count) -> System.out.printf("  %-32s %d%n", kind, count));
    System.out.printf(
        "%-16s %8s %8s %8s %8s %8s %8s%n",
        "damage", "tried", "sure", "likely", "look", "missed", "recall");
    tried.forEach(
        (kind, count) -> {
          Map<FindingStrength, Integer> of = told.getOrDefault(kind, Map.of());
          int sure = of.getOrDefault(FindingStrength.SURE, 0);
          int likely = of.getOrDefault(FindingStrength.LIKELY, 0);
          System.out.printf(
              "%-16s %8d %8d %8d %8d %8d %7.2f%%%n",
              kind,
              count,
              sure,
              likely,
              of.getOrDefault(FindingStrength.WORTH_A_LOOK, 0),
              missed.getOrDefault(kind, 0),
              100.0 * (sure + likely) / count);
        });
    examples.forEach(System.out::println);
  }
}
