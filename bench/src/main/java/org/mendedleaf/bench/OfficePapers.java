package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * The states of made-up tables and letters as flat text, from a seed: in each state some of them
 * have other rows, figures, paragraphs or styles. Programs make office documents of them.
 */
public final class OfficePapers {

  private static final List<String> WORDS =
      List.of(
          "sail cloth seam batten reef leech luff panel foot head clew tack measured ordered"
              .split(" ", -1));

  private final Random random;
  private final List<String> lines = new ArrayList<>();
  private final boolean isTable;
  private int font = 11;

  private OfficePapers(int number) {
    this.random = new Random(number);
    this.isTable = number % 4 < 2;
    int count = isTable ? 30 + random.nextInt(200) : 12 + random.nextInt(40);
    for (int i = 0; i < count; i++) {
      lines.add(line());
    }
  }

  /**
   * @param args a folder to write to; number of papers; number of states
   */
  public static void main(String[] args) throws IOException {
    int papers = Integer.parseInt(args[1]);
    int states = Integer.parseInt(args[2]);
    List<String> formats = List.of("ods", "xlsx", "odt", "docx");
    for (int number = 0; number < papers; number++) {
      OfficePapers paper = new OfficePapers(number);
      String format = formats.get(number % 4);
      for (int state = 0; state < states; state++) {
        if (state > 0) {
          paper.work();
        }
        Path folder = Files.createDirectories(Path.of(args[0], "%03d".formatted(state), format));
        String ending = paper.isTable ? ".csv" : ".html";
        Files.writeString(folder.resolve("paper %03d".formatted(number) + ending), paper.text());
      }
    }
  }

  private String line() {
    if (isTable) {
      return "%s %d;%d;%.2f;%d;%s"
          .formatted(
              word(),
              random.nextInt(900),
              1 + random.nextInt(40),
              1 + random.nextInt(90_000) / 100.0,
              random.nextInt(2),
              word());
    }
    StringBuilder text = new StringBuilder();
    int words = 20 + random.nextInt(60);
    for (int i = 0; i < words; i++) {
      text.append(word()).append(' ');
    }
    return text.append(random.nextInt(1_000)).append('.').toString();
  }

  private String word() {
    return WORDS.get(random.nextInt(WORDS.size()));
  }

  /** What people do between two saves. */
  private void work() {
    int acts = 1 + random.nextInt(4);
    for (int i = 0; i < acts; i++) {
      int at = random.nextInt(lines.size());
      switch (random.nextInt(6)) {
        case 0, 1 -> lines.add(at, line());
        case 2, 3 -> lines.set(at, line());
        case 4 -> {
          if (lines.size() > 10) {
            lines.remove(at);
          }
        }
        default -> font = 9 + random.nextInt(6);
      }
    }
  }

  private String text() {
    if (isTable) {
      return "what;pieces;each;stock;cloth\n" + String.join("\n", lines) + "\n";
    }
    StringBuilder html =
        new StringBuilder("<html><head><meta charset=\"utf-8\"></head><body>\n<h1>A letter</h1>\n");
    lines.forEach(
        one ->
            html.append("<p style=\"font-size:%dpt\">".formatted(font))
                .append(one)
                .append("</p>\n"));
    return html.append("</body></html>\n").toString();
  }
}
