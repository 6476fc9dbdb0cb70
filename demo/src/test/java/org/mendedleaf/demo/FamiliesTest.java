package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.intake.Families;
import org.mendedleaf.core.intake.Family;
import org.mendedleaf.core.likeness.Traits;

/**
 * Families of copies among the made-up office's documents, look-alikes and monthly series: each
 * folder holds all of them at once, and no two files are ever made one.
 */
class FamiliesTest {

  private static final int FOLDERS = 12;

  @Test
  void familiesAreFoundAndNoTwoFilesAreMixed() throws Exception {
    LabelledArrivals set = new LabelledArrivals(14);
    List<List<LabelledArrivals.Kept>> folders = new ArrayList<>();
    for (int folder = 0; folder < FOLDERS; folder++) {
      folders.add(folder(set, folder));
    }
    List<Content> contents = new ArrayList<>();
    folders.forEach(
        folder ->
            folder.forEach(kept -> contents.add(new ReadTraits.Bytes(kept.name(), kept.bytes()))));
    List<Traits> traits = ReadTraits.of(contents);
    int read = 0;
    long copies = 0;
    long sure = 0;
    long doubtful = 0;
    long inOrder = 0;
    long found = 0;
    for (List<LabelledArrivals.Kept> folder : folders) {
      List<Family.Copy<LabelledArrivals.Kept>> files = new ArrayList<>();
      for (LabelledArrivals.Kept kept : folder) {
        files.add(
            new Family.Copy<>(
                kept,
                kept.name(),
                traits.get(read++),
                Loft.NOW.plus(Duration.ofDays(kept.saved()))));
      }
      Map<Integer, Long> sizes =
          folder.stream()
              .collect(Collectors.groupingBy(LabelledArrivals.Kept::of, Collectors.counting()));
      copies += sizes.values().stream().filter(size -> size > 1).mapToLong(size -> size).sum();
      for (Family<LabelledArrivals.Kept> family : Families.among(files)) {
        List<LabelledArrivals.Kept> together =
            family.copies().stream().map(Family.Copy::file).toList();
        assertThat(together.stream().map(LabelledArrivals.Kept::of).distinct().count())
            .as("one file in %s", together.stream().map(LabelledArrivals.Kept::name).toList())
            .isLessThanOrEqualTo(1);
        sure += together.size();
        doubtful += family.doubtful().size();
        found += together.isEmpty() ? 0 : 1;
        boolean sorted = true;
        for (int i = 1; i < together.size(); i++) {
          sorted &= together.get(i - 1).saved() <= together.get(i).saved();
        }
        inOrder += !together.isEmpty() && sorted ? 1 : 0;
      }
    }
    System.out.printf(
        Locale.ROOT,
        "%d copies in families: %.1f %% taken for sure, %d files doubtful, %d of %d families in order%n",
        copies,
        100.0 * sure / copies,
        doubtful,
        inOrder,
        found);
    assertThat((double) sure / copies).isGreaterThanOrEqualTo(0.9);
    assertThat(inOrder).isEqualTo(found);
  }

  /** Every kind of file with its copies, files that stand alone, and two monthly series. */
  private static List<LabelledArrivals.Kept> folder(LabelledArrivals set, int folder) {
    List<LabelledArrivals.Kept> files = new ArrayList<>();
    List<LabelledArrivals.Filed> filed = set.filed();
    for (int i = folder * 19; i < folder * 19 + 38 && i < filed.size(); i++) {
      int copies = i % 3 == 0 ? 1 : 2 + (i + folder) % 7;
      files.addAll(set.family(filed.get(i), copies));
    }
    files.addAll(set.series(filed.get(8), "Delivery list"));
    files.addAll(set.series(filed.get(2), "Hours"));
    return files;
  }
}
