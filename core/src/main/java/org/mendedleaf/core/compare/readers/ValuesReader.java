package org.mendedleaf.core.compare.readers;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.CellBudget;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Reads values with separators (RFC 4180): comma, semicolon, tab or bar, whichever fits best. */
final class ValuesReader {

  private static final char[] SEPARATORS = {',', ';', '\t', '|'};
  private static final int LINES_TRIED = 50;

  Sheet read(String text, CellBudget budget) throws UnreadableException {
    List<List<Cell>> rows = new ArrayList<>();
    boolean whole = true;
    CSVFormat format =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(separator(text))
            .setIgnoreEmptyLines(false)
            .setLenientEof(true)
            .setTrailingData(true)
            .get();
    try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
      for (CSVRecord record : parser) {
        if (!budget.takes(record.size())) {
          whole = false;
          break;
        }
        List<Cell> row = new ArrayList<>(record.size());
        record.forEach(value -> row.add(Cell.plain(value)));
        rows.add(row);
      }
    } catch (IOException | UncheckedIOException e) {
      throw new UnreadableException("Its quotation marks do not match, so it is no whole table.");
    }
    return new Sheet("", rows, whole);
  }

  /** The separator that cuts most of the first lines into the same number of cells, above one. */
  private static char separator(String text) {
    List<String> lines = text.lines().limit(LINES_TRIED).toList();
    char best = ',';
    long bestLines = 0;
    for (char separator : SEPARATORS) {
      long alike =
          lines.stream()
              .mapToLong(line -> line.chars().filter(c -> c == separator).count())
              .filter(count -> count > 0 && count == count(lines.get(0), separator))
              .count();
      if (alike > bestLines) {
        best = separator;
        bestLines = alike;
      }
    }
    return best;
  }

  private static long count(String line, char separator) {
    return line.chars().filter(c -> c == separator).count();
  }
}
