package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.intake.Arriving;
import org.mendedleaf.core.intake.Candidate;
import org.mendedleaf.core.intake.Guard;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.intake.Matching;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;

/**
 * How often arrivals are matched rightly: 2,000 of them for 300 documents, half to fit by and half
 * to report.
 */
class ArrivalsScoreTest {

  private static final int ARRIVALS = 2_000;

  private static LabelledArrivals set;
  private static List<LabelledArrivals.Arrived> arrivals;
  private static List<Traits> traits;
  private static List<Candidate<Integer>> candidates;
  private static Matching<Integer> matching;

  @BeforeAll
  static void theOfficeAndWhatArrives() throws Exception {
    set = new LabelledArrivals(20260312);
    arrivals = set.arrivals(ARRIVALS);
    List<Content> contents = new ArrayList<>();
    set.filed().forEach(filed -> contents.add(new ReadTraits.Bytes(filed.name(), filed.bytes())));
    arrivals.forEach(
        arrived -> contents.add(new ReadTraits.Bytes(arrived.name(), arrived.bytes())));
    List<Traits> read = ReadTraits.of(contents);
    candidates = new ArrayList<>();
    for (LabelledArrivals.Filed filed : set.filed()) {
      candidates.add(
          new Candidate<>(
              filed.number(),
              PlainName.of(filed.name()),
              List.of(),
              List.of(),
              read.get(filed.number()),
              Loft.NOW));
    }
    matching = new Matching<>(candidates);
    traits = read.subList(candidates.size(), read.size());
  }

  private static Arriving arriving(int number) {
    return new Arriving(
        PlainName.of(arrivals.get(number).name()), List.of(), traits.get(number), Loft.NOW);
  }

  /** What came of some arrivals. */
  private static final class Score {
    private int all;
    private int right;
    private int confident;
    private int wrong;

    void add(boolean isRight, boolean isConfident) {
      all++;
      right += isRight ? 1 : 0;
      confident += isConfident ? 1 : 0;
      wrong += isConfident && !isRight ? 1 : 0;
    }

    double rightly() {
      return (double) right / all;
    }

    double confidentlyWrong() {
      return (double) wrong / all;
    }

    void print(String name) {
      System.out.printf(
          Locale.ROOT,
          "%-26s %4d arrivals: first suggestion right %.1f %%, confident %.1f %%, and wrong %.2f %%%n",
          name,
          all,
          100 * rightly(),
          100.0 * confident / all,
          100 * confidentlyWrong());
    }
  }

  @Test
  void theFirstSuggestionIsRight() {
    assertThat(set.filed()).hasSize(300);
    Score reported = new Score();
    Map<LabelledArrivals.Way, Score> ways = new EnumMap<>(LabelledArrivals.Way.class);
    // The weights were fitted on the arrivals of even numbers.
    for (int i = 1; i < arrivals.size(); i += 2) {
      LabelledArrivals.Arrived arrived = arrivals.get(i);
      List<Match<Integer>> ranked = matching.rank(arriving(i));
      Optional<Integer> first = ranked.stream().findFirst().map(match -> match.candidate().file());
      boolean confident = !ranked.isEmpty() && ranked.get(0).confident();
      reported.add(first.equals(arrived.of()), confident);
      ways.computeIfAbsent(arrived.way(), way -> new Score())
          .add(first.equals(arrived.of()), confident);
    }
    ways.forEach((way, score) -> score.print(way.toString()));
    reported.print("all that was not fitted on");
    assertThat(reported.rightly()).isGreaterThanOrEqualTo(0.95);
    assertThat(reported.confidentlyWrong()).isLessThanOrEqualTo(0.005);
  }

  @Test
  void theGuardCatchesMixUpsAndLetsEditsPass() {
    Guard<Integer> guard = new Guard<>(matching);
    int mixUps = 0;
    int edits = 0;
    int silent = 0;
    for (int i = 0; i < arrivals.size(); i++) {
      LabelledArrivals.Arrived arrived = arrivals.get(i);
      if (arrived.named().isPresent()) {
        mixUps++;
        assertThat(guard.look(arriving(i), candidates.get(arrived.named().get())))
            .as("%s with the content of %s", arrived.name(), name(arrived.of()))
            .isNotEmpty();
      } else if (arrived.of().isPresent()) {
        edits++;
        silent += guard.look(arriving(i), candidates.get(arrived.of().get())).isEmpty() ? 1 : 0;
      }
    }
    System.out.printf(
        Locale.ROOT,
        "the guard caught %d of %d mix-ups and was silent on %.1f %% of %d edits%n",
        mixUps,
        mixUps,
        100.0 * silent / edits,
        edits);
    assertThat((double) silent / edits).isGreaterThanOrEqualTo(0.99);
  }

  private static String name(Optional<Integer> file) {
    return file.map(number -> set.filed().get(number).name()).orElse("nothing here");
  }
}
