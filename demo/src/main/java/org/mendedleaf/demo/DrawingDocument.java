package org.mendedleaf.demo;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** A panel layout: curves and labels as SVG. */
final class DrawingDocument implements Document {

  private final String title;
  private final List<String> panels = new ArrayList<>();

  DrawingDocument(String title, int panels, Random random) {
    this.title = title;
    for (int i = 0; i < panels; i++) {
      this.panels.add(panel(i, random));
    }
  }

  @Override
  public void work(Random random) {
    for (int i = 1 + random.nextInt(3); i > 0; i--) {
      int at = random.nextInt(panels.size());
      panels.set(at, panel(at, random));
    }
    if (random.nextInt(4) == 0) {
      panels.add(panel(panels.size(), random));
    }
  }

  @Override
  public byte[] save(String person) {
    StringBuilder svg = new StringBuilder();
    svg.append("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 1200 900\">\n<title>")
        .append(title)
        .append("</title>\n");
    panels.forEach(svg::append);
    return svg.append("</svg>\n").toString().getBytes(StandardCharsets.UTF_8);
  }

  private static String panel(int number, Random random) {
    StringBuilder path = new StringBuilder();
    double x = 40 + random.nextInt(60);
    double y = 60 + number % 40 * 20;
    for (int i = 0; i < 36; i++) {
      x += 10 + random.nextDouble() * 20;
      path.append(
          String.format(
              Locale.ROOT, "%s%.2f %.2f ", i == 0 ? "M" : "L", x, y + random.nextDouble() * 6));
    }
    return "<path id=\"p%d\" d=\"%s\" fill=\"none\" stroke=\"#1D2A26\"/>\n<text x=\"10\" y=\"%.1f\">P%02d</text>\n"
        .formatted(number, path.toString().strip(), y, number);
  }
}
