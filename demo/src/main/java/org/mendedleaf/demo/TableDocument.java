package org.mendedleaf.demo;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** A cut list, a price list, a cloth order: rows of a label, numbers and a cloth. CSV or XLSX. */
final class TableDocument implements Document {

  /** The format in which it is saved. */
  enum TableFormat {
    CSV,
    XLSX
  }

  private final TableFormat format;
  private final String label;
  private final List<String> heads;
  private final List<List<String>> rows = new ArrayList<>();
  private int next = 1;

  TableDocument(TableFormat format, String label, List<String> heads, int rows, Random random) {
    this.format = format;
    this.label = label;
    this.heads = heads;
    for (int i = 0; i < rows; i++) {
      this.rows.add(row(random));
    }
  }

  @Override
  public void work(Random random) {
    int changes = 1 + random.nextInt(4);
    for (int i = 0; i < changes; i++) {
      int what = random.nextInt(10);
      if (what < 3) {
        rows.add(row(random));
      } else if (what < 4 && rows.size() > 12) {
        rows.remove(random.nextInt(rows.size()));
      } else {
        List<String> row = rows.get(random.nextInt(rows.size()));
        row.set(1 + random.nextInt(heads.size() - 2), number(random));
      }
    }
  }

  @Override
  public byte[] save(String person) {
    if (format == TableFormat.XLSX) {
      return OfficeFiles.xlsx(heads, rows, person);
    }
    StringBuilder text = new StringBuilder(String.join(",", heads)).append('\n');
    rows.forEach(row -> text.append(String.join(",", row)).append('\n'));
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  private List<String> row(Random random) {
    List<String> row = new ArrayList<>();
    row.add(String.format(Locale.ROOT, "%s-%02d", label, next++));
    for (int i = 1; i < heads.size() - 1; i++) {
      row.add(number(random));
    }
    row.add(Loft.CLOTHS.get(random.nextInt(Loft.CLOTHS.size())));
    return row;
  }

  private static String number(Random random) {
    return String.valueOf(300 + random.nextInt(5200));
  }
}
