package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.Comparison.CellPair;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.Comparison.Piece;
import org.mendedleaf.core.compare.Comparison.RowPair;
import org.mendedleaf.core.compare.Comparison.SheetPair;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.Comparisons.ComparedState;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;

/** Compares two states of a file and writes down what was found. */
public final class FileComparing {

  private final Office office;
  private final Path folder;

  /**
   * @param folder where relative paths start
   */
  public FileComparing(Office office, Path folder) {
    this.office = office;
    this.folder = folder;
  }

  public Answer compare(String place, String revision, String with, boolean unified)
      throws IOException {
    FileLife life = office.files().life(office.addresses().file(place, folder));
    ComparedState earlier = new ComparedState.Recorded(Addresses.revision(revision, life));
    ComparedState later = other(with, life);
    Comparison found = office.comparisons().compare(life, earlier, later);
    ObjectNode node = Json.object();
    node.put("kind", found.kind().family().name().toLowerCase(Locale.ROOT).replace('_', ' '));
    node.put("type", found.kind().type());
    node.put("identical", found.identical()).put("summary", found.summary());
    node.put("earlier", named(earlier)).put("later", named(later));
    if (found.bytes().isKnown()) {
      node.putObject("bytes")
          .put("earlier", found.bytes().earlier())
          .put("later", found.bytes().later())
          .put("shared", found.bytes().shared())
          .put("sameHead", found.bytes().sameHead())
          .put("sameTail", found.bytes().sameTail());
    }
    String detail = detail(node, found, unified, named(earlier), named(later));
    String summary = unified ? "" : found.summary() + System.lineSeparator();
    return Answer.done(node, summary + detail);
  }

  private ComparedState other(String with, FileLife life) throws SentenceException {
    if (with.equals("now")) {
      return new ComparedState.Now();
    }
    if (with.matches("r?\\d+|first|earliest")) {
      return new ComparedState.Recorded(Addresses.revision(with, life));
    }
    return new ComparedState.Outside(folder.resolve(with).toAbsolutePath().normalize());
  }

  private static String named(ComparedState state) {
    if (state instanceof ComparedState.Recorded recorded) {
      return Revision.numbered(recorded.number());
    }
    return state instanceof ComparedState.Outside outside ? outside.file().toString() : "now";
  }

  private static String detail(
      ObjectNode node, Comparison found, boolean unified, String earlier, String later)
      throws SentenceException {
    if (found.difference() instanceof Difference.Lines lines) {
      ArrayNode rows = node.putArray("rows");
      lines.rows().forEach(row -> rows.add(json(row)));
      return UnifiedText.of(lines.rows(), earlier, later);
    }
    if (unified && !found.identical()) {
      throw new SentenceException(
          "This is %s, which is not compared by lines; leave --format out."
              .formatted(found.kind().name()));
    }
    if (found.difference() instanceof Difference.Tables tables) {
      ArrayNode sheets = node.putArray("sheets");
      tables.sheets().forEach(sheet -> sheets.add(json(sheet)));
      return tables.sheets().stream().map(FileComparing::text).collect(Collectors.joining());
    }
    if (found.difference() instanceof Difference.Pictures pictures) {
      node.putObject("area")
          .put("x", pictures.area().x())
          .put("y", pictures.area().y())
          .put("width", pictures.area().width())
          .put("height", pictures.area().height())
          .put("ofWidth", pictures.width())
          .put("ofHeight", pictures.height());
    }
    return "";
  }

  private static ObjectNode json(ComparedRow row) {
    ObjectNode node = Json.object();
    node.put("mark", word(row.mark())).put("earlier", row.earlier()).put("later", row.later());
    node.put("before", joined(row.before()));
    node.put(
        "after",
        row.mark() == Comparison.ComparisonMark.SAME ? joined(row.before()) : joined(row.after()));
    return node;
  }

  private static ObjectNode json(SheetPair sheet) {
    ObjectNode node = Json.object();
    node.put("mark", word(sheet.mark())).put("name", sheet.name());
    ArrayNode columns = node.putArray("columns");
    for (Comparison.ComparedColumn column : sheet.columns()) {
      columns.addObject().put("mark", word(column.mark())).put("name", column.name());
    }
    ArrayNode rows = node.putArray("rows");
    for (RowPair row : sheet.rows()) {
      ObjectNode one = rows.addObject();
      one.put("mark", word(row.mark())).put("earlier", row.earlier()).put("later", row.later());
      ArrayNode cells = one.putArray("cells");
      for (CellPair cell : row.cells()) {
        ObjectNode pair = cells.addObject().put("change", word(cell.change()));
        pair.put("before", cell.before()).put("after", cell.after());
        pair.put("beforeFormula", cell.beforeFormula()).put("afterFormula", cell.afterFormula());
      }
    }
    return node;
  }

  private static String text(SheetPair sheet) {
    StringBuilder text = new StringBuilder();
    if (!sheet.name().isEmpty()) {
      text.append("%s%n".formatted(sheet.name()));
    }
    for (RowPair row : sheet.rows()) {
      switch (row.mark()) {
        case REMOVED -> text.append("- %s%n".formatted(cells(row, true)));
        case ADDED -> text.append("+ %s%n".formatted(cells(row, false)));
        case CHANGED -> text.append("- %s%n+ %s%n".formatted(cells(row, true), cells(row, false)));
        case MOVED -> text.append("> %s%n".formatted(cells(row, false)));
        case SAME, SKIPPED, SECTION -> {}
      }
    }
    return text.toString();
  }

  private static String cells(RowPair row, boolean before) {
    return row.cells().stream()
        .map(cell -> before ? cell.before() : cell.after())
        .collect(Collectors.joining(" | "));
  }

  private static String joined(List<Piece> pieces) {
    return pieces.stream().map(Piece::text).collect(Collectors.joining());
  }

  private static String word(Enum<?> mark) {
    return mark.name().toLowerCase(Locale.ROOT);
  }
}
