package org.mendedleaf.core.drill;

import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.process.Look;

/**
 * Measures what a reader finds in a content, in words that are the same each time for the same
 * content: "12 pages", "1 sheet, 410 rows".
 */
final class Measure {

  private Measure() {}

  /** Empty where no reader can open it. */
  static Optional<String> of(Look look) {
    Inside inside = look.inside();
    if (inside instanceof Inside.Page page) {
      return Optional.of(count(page.pages(), "page"));
    } else if (inside instanceof Inside.Tables tables) {
      int rows = tables.sheets().stream().mapToInt(sheet -> sheet.rows().size()).sum();
      return Optional.of(
          count(tables.sheets().size(), "sheet")
              + ", "
              + count(rows, "row")
              + beginning(tables.whole()));
    } else if (inside instanceof Inside.Document document) {
      return Optional.of(
          count(document.paragraphs().size(), "paragraph") + beginning(document.whole()));
    } else if (inside instanceof Inside.Text text) {
      return Optional.of(
          count((int) text.text().lines().count(), "line") + beginning(text.whole()));
    } else if (inside instanceof Inside.Picture picture) {
      return Optional.of(
          "%,d by %,d pixels%s"
              .formatted(picture.width(), picture.height(), picture.whole() ? "" : ", cut off"));
    } else if (inside instanceof Inside.Listing listing) {
      List<?> entries = listing.entries();
      return Optional.of(
          entries.size() == 1
              ? "1 entry"
              : "%,d entries%s".formatted(entries.size(), beginning(listing.whole())));
    }
    return Optional.empty();
  }

  private static String count(int number, String what) {
    return "%,d %s%s".formatted(number, what, number == 1 ? "" : "s");
  }

  private static String beginning(boolean whole) {
    return whole ? "" : " at its beginning";
  }
}
