package org.mendedleaf.core.drill;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.DrillQuestions;
import org.mendedleaf.core.catalog.questions.DrillQuestions.DrillChoice;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.Revision;

/**
 * Chooses what a drill tries: of each shelf some current and some earlier revisions by chance, the
 * oldest ones, the largest one, and a current one of each kind. What a person would want back is
 * most often current; what breaks unnoticed is old, large, or of a kind that nobody has opened for
 * long.
 */
final class DrillSample {

  private static final int CURRENT = 4;
  private static final int EARLIER = 3;
  private static final int OLDEST = 1;
  private static final int LARGEST = 1;

  /** The largest number of kinds, over all shelves together. */
  private static final int KINDS = 24;

  private final Catalogue catalogue;
  private final RandomGenerator random;

  DrillSample(Catalogue catalogue, RandomGenerator random) {
    this.catalogue = catalogue;
    this.random = random;
  }

  /** Each revision once, shelf by shelf. */
  List<Revision> of(List<RecordedShelf> shelves) throws IOException {
    List<Revision> sample = new ArrayList<>();
    int kinds = Math.max(1, KINDS / Math.max(1, shelves.size()));
    for (RecordedShelf shelf : shelves) {
      // Odd, and not so large that it overflows with many revisions.
      long factor = 2L * random.nextInt(1, 1 << 20) + 1;
      DrillQuestions ask = catalogue.drills();
      Set<DrillChoice> chosen = new LinkedHashSet<>();
      chosen.addAll(ask.someCurrent(shelf.id(), factor, CURRENT));
      chosen.addAll(ask.someEarlier(shelf.id(), factor, EARLIER));
      chosen.addAll(ask.oldest(shelf.id(), OLDEST));
      chosen.addAll(ask.largest(shelf.id(), LARGEST));
      chosen.addAll(ask.oneOfEachKind(shelf.id(), factor, kinds));
      for (DrillChoice one : chosen) {
        catalogue.files().revision(one.file(), one.number()).ifPresent(sample::add);
      }
    }
    return sample;
  }
}
