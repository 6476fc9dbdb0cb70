package org.mendedleaf.demo;

import static org.mendedleaf.demo.Storytelling.at;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * A list of orders that a program saved in a wrong encoding on a Sunday, and that was worked on
 * since. What it was before is older than the plan of the orders keeps in three days.
 */
final class ClothOrders {

  static final String NAME = "cloth orders.csv";

  private static final List<String> MILLS =
      List.of(
          "Weberei Höfner",
          "Tissages Éveillard",
          "Fiação São Brás",
          "Kämpe segelväv",
          "Plumridge Looms");
  private static final List<String> CLOTHS =
      List.of("polyester 170 g", "polyester 240 g", "laminate 320", "nylon 44 g", "webbing 25 mm");

  private final Random random = new Random(90);
  private final List<String> rows = new ArrayList<>(List.of("day;mill;cloth;metres;boat"));

  void tell(Story story) {
    LocalDate day = LocalDate.of(2025, 9, 1);
    for (int i = 0; i < 24; i++) {
      row(day.plusDays(3L * i));
    }
    save(story, Storytelling.BEGIN.atTime(7, 30), 0);
    for (LocalDateTime time :
        List.of(at(2026, 1, 14, 10, 12), at(2026, 2, 3, 15, 50), at(2026, 2, 24, 9, 31))) {
      save(story, time, 1);
    }
    save(story, at(2026, 3, 1, 11, 20), 1);
    List<String> garbled =
        rows.stream()
            .map(row -> row.getBytes(StandardCharsets.UTF_8))
            .map(row -> new String(row, StandardCharsets.ISO_8859_1))
            .toList();
    rows.clear();
    rows.addAll(garbled);
    save(story, at(2026, 3, 1, 15, 30), 0);
    save(story, at(2026, 3, 2, 9, 44), 1);
    save(story, at(2026, 3, 4, 14, 8), 2);
  }

  private void save(Story story, LocalDateTime time, int more) {
    for (int i = 0; i < more; i++) {
      row(time.toLocalDate());
    }
    byte[] bytes = (String.join("\n", rows) + "\n").getBytes(StandardCharsets.UTF_8);
    story.raw(time, Loft.PRIYA, Loft.ORDERS, NAME, bytes);
  }

  private void row(LocalDate day) {
    rows.add(
        "%s;%s;%s;%d;%s"
            .formatted(
                day,
                MILLS.get(random.nextInt(MILLS.size())),
                CLOTHS.get(random.nextInt(CLOTHS.size())),
                10 + random.nextInt(140),
                Loft.BOATS.get(random.nextInt(Loft.BOATS.size()))));
  }
}
