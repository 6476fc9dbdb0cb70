package org.mendedleaf.core.screening;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.KindFamily;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.process.Look;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.Lead;
import org.mendedleaf.core.findings.SheetShape;
import org.mendedleaf.core.findings.SheetShape.CellSort;
import org.mendedleaf.core.findings.TableScrutiny;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.session.RevisionContent;
import org.mendedleaf.core.store.ContentReader;

/** Tables and documents by what readers find in them, held against what was there before. */
final class Shapes {

  private static final Set<String> TABLES = Set.of(".csv", ".tsv");

  /** Signs, groups of digits, one decimal sign, a power of ten, per cent. */
  private static final Pattern NUMBER =
      Pattern.compile("[-+]?\\d+([., ’']\\d{3})*([.,]\\d+)?([eE][-+]?\\d+)?%?");

  private final Insides insides;
  private final ContentReader contents;

  Shapes(Insides insides, ContentReader contents) {
    this.insides = insides;
    this.contents = contents;
  }

  /** Whether a reader may find a table or a document in it. */
  static boolean mayTell(Lead lead, String name) {
    int dot = name.lastIndexOf('.');
    return lead == Lead.ZIP
        || (lead == Lead.NONE
            && dot >= 0
            && TABLES.contains(name.substring(dot).toLowerCase(Locale.ROOT)));
  }

  /** What is doubtful about the shape of a revision beside an earlier one. */
  List<Finding> of(Revision now, Revision before) throws IOException {
    Look here = insides.measure(new RevisionContent(now, contents));
    if (here.inside() instanceof Inside.Tables tables) {
      return insides.measure(new RevisionContent(before, contents)).inside()
              instanceof Inside.Tables earlier
          ? TableScrutiny.of(shapes(here, tables), shapes(here, earlier))
          : List.of();
    }
    if (here.inside() instanceof Inside.Document document && document.whole()) {
      return insides.measure(new RevisionContent(before, contents)).inside()
              instanceof Inside.Document earlier
          ? lost(document, earlier).stream().toList()
          : List.of();
    }
    return List.of();
  }

  private static Optional<Finding> lost(Inside.Document now, Inside.Document before) {
    return TableScrutiny.lostText(letters(now), letters(before));
  }

  private static long letters(Inside.Document document) {
    long letters = 0;
    for (Paragraph one : document.paragraphs()) {
      letters += one.text().codePoints().filter(Character::isLetter).count();
    }
    return letters;
  }

  private static List<SheetShape> shapes(Look look, Inside.Tables tables) {
    boolean isValues = look.kind().family() == KindFamily.VALUES;
    List<SheetShape> shapes = new ArrayList<>();
    for (Sheet sheet : tables.sheets()) {
      if (!sheet.rows().isEmpty()) {
        shapes.add(
            new SheetShape(
                sheet.name(),
                sheet.rows().get(0).stream().map(Cell::text).toList(),
                sheet.rows().stream().skip(1).map(row -> sorts(row, isValues)).toList(),
                isValues));
      }
    }
    return shapes;
  }

  private static List<CellSort> sorts(List<Cell> row, boolean isValues) {
    return row.stream().map(cell -> sort(cell, isValues)).toList();
  }

  private static CellSort sort(Cell cell, boolean isValues) {
    if (cell.isBlank()) {
      return CellSort.BLANK;
    }
    boolean isNumber = isValues ? NUMBER.matcher(cell.text().strip()).matches() : cell.isNumber();
    return isNumber ? CellSort.NUMBER : CellSort.TEXT;
  }
}
