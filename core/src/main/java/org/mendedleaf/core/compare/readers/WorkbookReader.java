package org.mendedleaf.core.compare.readers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.model.StylesTable;
import org.apache.poi.xssf.usermodel.XSSFCellStyle;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.CellBudget;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.inside.UnreadableException;
import org.xml.sax.SAXException;

/**
 * Reads the sheets of an ISO/IEC 29500 workbook as a stream, so that a large one does not have to
 * fit into memory: values as shown, values as stored, formulas and looks.
 */
final class WorkbookReader {

  private final DataFormatter formatter = new DataFormatter();

  List<Sheet> read(byte[] bytes, CellBudget budget) throws UnreadableException {
    try (OPCPackage pack = OPCPackage.open(new ByteArrayInputStream(bytes))) {
      XSSFReader reader = new XSSFReader(pack);
      WorkbookParts parts =
          new WorkbookParts(
              new ReadOnlySharedStringsTable(pack, false), reader.getStylesTable(), budget);
      List<Sheet> sheets = new ArrayList<>();
      XSSFReader.SheetIterator each = (XSSFReader.SheetIterator) reader.getSheetsData();
      while (each.hasNext()) {
        try (InputStream in = each.next()) {
          sheets.add(sheet(each.getSheetName(), SafeXml.reader(in), parts));
        }
      }
      return sheets;
    } catch (IOException
        | OpenXML4JException
        | OpenXML4JRuntimeException
        | SAXException
        | XMLStreamException e) {
      throw new UnreadableException("It is no whole workbook: " + Sentences.reason(e) + ".");
    }
  }

  private final class WorkbookParts {
    final ReadOnlySharedStringsTable strings;
    // Null where the workbook has none.
    final StylesTable styles;
    final CellBudget budget;
    final Map<Integer, String> looks = new HashMap<>();

    WorkbookParts(ReadOnlySharedStringsTable strings, StylesTable styles, CellBudget budget) {
      this.strings = strings;
      this.styles = styles;
      this.budget = budget;
    }

    String look(int style) {
      return styles == null
          ? ""
          : looks.computeIfAbsent(style, at -> described(styles.getStyleAt(at)));
    }

    Cell cell(String type, int style, String value, String formula) {
      String look = style == 0 ? "" : look(style);
      return switch (type) {
        case "s" -> new Cell(shared(value), "", formula, look);
        case "b" -> new Cell(value.equals("1") ? "TRUE" : "FALSE", "", formula, look);
        case "n" -> number(value, style, formula, look);
        default -> new Cell(value, "", formula, look);
      };
    }

    private String shared(String index) {
      try {
        return strings.getItemAt(Integer.parseInt(index)).getString();
      } catch (NumberFormatException | IndexOutOfBoundsException e) {
        return index;
      }
    }

    private Cell number(String value, int style, String formula, String look) {
      // The part with the styles may be left out of a workbook.
      if (value.isEmpty() || styles == null) {
        return new Cell(value, value, formula, look);
      }
      try {
        XSSFCellStyle at = styles.getStyleAt(style);
        String format = at.getDataFormatString() == null ? "General" : at.getDataFormatString();
        String text =
            formatter.formatRawCellContents(Double.parseDouble(value), at.getDataFormat(), format);
        return new Cell(text, value, formula, look);
      } catch (IllegalArgumentException e) {
        return new Cell(value, "", formula, look);
      }
    }
  }

  private Sheet sheet(String name, XMLStreamReader xml, WorkbookParts parts)
      throws XMLStreamException {
    List<List<Cell>> rows = new ArrayList<>();
    while (xml.hasNext()) {
      if (xml.next() == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("row")) {
        int at = number(xml.getAttributeValue(null, "r"), rows.size() + 1) - 1;
        List<Cell> row = row(xml, parts);
        if (at > CellBudget.COMPARED || !parts.budget.takes(row.size() + at - rows.size())) {
          return new Sheet(name, rows, false);
        }
        while (rows.size() < at) {
          rows.add(List.of());
        }
        rows.add(row);
      }
    }
    return new Sheet(name, rows, true);
  }

  private static List<Cell> row(XMLStreamReader xml, WorkbookParts parts)
      throws XMLStreamException {
    List<Cell> row = new ArrayList<>();
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("row")) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("c")) {
        String reference = xml.getAttributeValue(null, "r");
        int column = reference == null ? row.size() : new CellReference(reference).getCol();
        while (row.size() < column) {
          row.add(Cell.EMPTY);
        }
        row.add(cell(xml, parts));
      }
    }
    return row;
  }

  private static Cell cell(XMLStreamReader xml, WorkbookParts parts) throws XMLStreamException {
    String type = xml.getAttributeValue(null, "t");
    int style = number(xml.getAttributeValue(null, "s"), 0);
    String value = "";
    String formula = "";
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("c")) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT) {
        switch (xml.getLocalName()) {
          case "v" -> value = xml.getElementText();
          case "t" -> value += xml.getElementText();
          case "f" -> {
            String group = xml.getAttributeValue(null, "si");
            String text = xml.getElementText();
            // Cells that share the formula of another one only name its number.
            formula = text.isEmpty() && group != null ? "as group " + group : text;
          }
          default -> {}
        }
      }
    }
    return parts.cell(type == null ? "n" : type, style, value, formula);
  }

  private static int number(String text, int otherwise) {
    try {
      return text == null ? otherwise : Integer.parseInt(text);
    } catch (NumberFormatException e) {
      return otherwise;
    }
  }

  private static String described(XSSFCellStyle style) {
    // Ids of styles change from save to save; what they mean does not.
    return style.getDataFormatString()
        + "|"
        + style.getFont().getCTFont().xmlText()
        + "|"
        + style.getFillPattern()
        + (style.getFillForegroundColorColor() == null
            ? ""
            : style.getFillForegroundColorColor().getARGBHex())
        + "|"
        + style.getAlignment()
        + style.getVerticalAlignment()
        + style.getWrapText()
        + style.getRotation()
        + "|"
        + style.getBorderTop()
        + style.getBorderRight()
        + style.getBorderBottom()
        + style.getBorderLeft();
  }
}
