package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.LineageQuestions;
import org.mendedleaf.core.catalog.questions.LineageQuestions.LineageRevision;
import org.mendedleaf.core.catalog.questions.MarkQuestions;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.plan.Floor;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.Lineage.Said;

/**
 * The whole recorded past of a shelf in the form that plans judge: asked for once, judged under any
 * plan. Unchangeable.
 *
 * @param commit up to which commit of its store it tells
 * @param floor below which no plan lets anything go
 */
public record ShelfLineages(List<FileLineage> files, long commit, Floor floor) {

  private static final Map<String, Said> SAID =
      Map.of(
          "held", Said.HELD,
          "good", Said.KNOWN_GOOD,
          "issued", Said.ISSUED,
          "noted", Said.NOTED,
          "snapshot", Said.IN_SNAPSHOT,
          "doubtful", Said.DOUBTFUL);

  /** From so many files on it is worth the while to ask on several connections. */
  private static final long SOME = 20_000;

  private static final int PARTS = 4;

  /**
   * What is said of one revision.
   *
   * @param heldUntil when its hold ends
   */
  private record SaidOfRevision(Set<Said> said, Optional<Instant> heldUntil) {
    static final SaidOfRevision NOTHING = new SaidOfRevision(Set.of(), Optional.empty());

    static final SaidOfRevision BEFORE_EVENT =
        new SaidOfRevision(Set.of(Said.BEFORE_EVENT), Optional.empty());

    static SaidOfRevision of(MarkQuestions.Marked one) {
      return new SaidOfRevision(EnumSet.of(SAID.get(one.mark())), one.until());
    }

    SaidOfRevision and(SaidOfRevision other) {
      Set<Said> both = EnumSet.noneOf(Said.class);
      both.addAll(said);
      both.addAll(other.said);
      return new SaidOfRevision(both, heldUntil.or(other::heldUntil));
    }
  }

  /** A file. */
  public record FileLineage(long file, Lineage lineage) {}

  /** Asks for all that a shelf ever recorded; of many files on several connections at once. */
  public static ShelfLineages of(Catalogue catalogue, long shelf, Floor floor) throws IOException {
    catalogue.catchUp();
    long commit = catalogue.commits();
    Map<Long, Map<Integer, SaidOfRevision>> said = new HashMap<>();
    for (MarkQuestions.Marked one : catalogue.marks().ofShelf(shelf)) {
      said.computeIfAbsent(one.file(), file -> new HashMap<>())
          .merge(one.number(), SaidOfRevision.of(one), SaidOfRevision::and);
    }
    List<MassEvent> events =
        catalogue.events().of(shelf).stream().filter(MassEvent::isOpen).toList();
    List<Long> range = catalogue.lineages().range();
    long first = range.get(0);
    long end = range.get(1) + 1;
    int parts = end - first > SOME ? PARTS : 1;
    try {
      List<FileLineage> files =
          IntStream.range(0, parts)
              .parallel()
              .mapToObj(
                  part ->
                      part(
                          catalogue,
                          shelf,
                          said,
                          events,
                          first + (end - first) * part / parts,
                          first + (end - first) * (part + 1) / parts))
              .flatMap(List::stream)
              .toList();
      return new ShelfLineages(files, commit, floor);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /** The same for what is asked once and is no plan. */
  ShelfLineages withoutFormerPlans() {
    return new ShelfLineages(files, commit, floor.withoutFormers());
  }

  private static List<FileLineage> part(
      Catalogue catalogue,
      long shelf,
      Map<Long, Map<Integer, SaidOfRevision>> said,
      List<MassEvent> events,
      long first,
      long end) {
    try {
      Map<Long, LineageQuestions.LineageFile> names = new HashMap<>();
      catalogue.lineages().files(shelf, first, end).forEach(one -> names.put(one.file(), one));
      List<FileLineage> files = new ArrayList<>(names.size());
      List<LineageRevision> all = catalogue.lineages().of(shelf, first, end);
      int from = 0;
      for (int i = 1; i <= all.size(); i++) {
        if (i == all.size() || all.get(i).file() != all.get(from).file()) {
          LineageQuestions.LineageFile file = names.get(all.get(from).file());
          // One that came since the names were asked for is too new to be let go of.
          if (file != null) {
            List<LineageRevision> lines = all.subList(from, i);
            files.add(
                new FileLineage(
                    file.file(),
                    lineage(file, lines, said.getOrDefault(file.file(), Map.of()), events)));
          }
          from = i;
        }
      }
      return files;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A revision that another follows after a removal was ended by that. */
  private static Lineage lineage(
      LineageQuestions.LineageFile file,
      List<LineageRevision> lines,
      Map<Integer, SaidOfRevision> said,
      List<MassEvent> events) {
    List<Lineage.KeptRevision> kept = new ArrayList<>(lines.size());
    for (int i = 0; i < lines.size(); i++) {
      LineageRevision one = lines.get(i);
      SaidOfRevision of = said.getOrDefault(one.number(), SaidOfRevision.NOTHING);
      if (events.stream().anyMatch(event -> event.ended(one.from(), one.until()))) {
        of = of.and(SaidOfRevision.BEFORE_EVENT);
      }
      boolean last = i == lines.size() - 1;
      boolean removed = last ? !file.present() : lines.get(i + 1).afterRemoval();
      kept.add(
          new Lineage.KeptRevision(
              one.number(),
              one.from(),
              one.until(),
              removed,
              one.bytes(),
              of.said(),
              one.gathered(),
              of.heldUntil()));
    }
    return new Lineage(file.path(), kept);
  }
}
