package org.mendedleaf.core.compare.readers;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.CellBudget;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Reads the sheets of an OpenDocument spreadsheet (ISO/IEC 26300) as a stream. */
final class OpenSheetReader {

  private static final int MAX_REPEATED = 1024;

  List<Sheet> read(byte[] bytes, CellBudget budget) throws UnreadableException {
    try (InputStream in = OpenPackage.part(bytes, "content.xml")) {
      XMLStreamReader xml = SafeXml.reader(in);
      List<Sheet> sheets = new ArrayList<>();
      Map<String, String> looks = new HashMap<>();
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT) {
          if (is(xml, "style")) {
            looks.put(attribute(xml, "name"), look(xml));
          } else if (is(xml, "table")) {
            sheets.add(sheet(attribute(xml, "name"), xml, looks, budget));
          }
        }
      }
      return sheets;
    } catch (IOException | XMLStreamException e) {
      throw new UnreadableException("It is no whole spreadsheet: " + Sentences.reason(e) + ".");
    }
  }

  private static Sheet sheet(
      String name, XMLStreamReader xml, Map<String, String> looks, CellBudget budget)
      throws XMLStreamException {
    List<List<Cell>> rows = new ArrayList<>();
    int blank = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && is(xml, "table")) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT && is(xml, "table-row")) {
        int times = repeated(xml, "number-rows-repeated");
        List<Cell> row = row(xml, looks);
        if (row.isEmpty()) {
          blank += times;
          continue;
        }
        // Empty rows count only where something follows: sheets end in a million of them.
        for (; blank > 0 && budget.takes(0); blank--) {
          rows.add(List.of());
        }
        for (int i = 0; i < times; i++) {
          if (!budget.takes(row.size())) {
            return new Sheet(name, rows, false);
          }
          rows.add(row);
        }
      }
    }
    return new Sheet(name, rows, true);
  }

  private static List<Cell> row(XMLStreamReader xml, Map<String, String> looks)
      throws XMLStreamException {
    List<Cell> row = new ArrayList<>();
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && is(xml, "table-row")) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT
          && (is(xml, "table-cell") || is(xml, "covered-table-cell"))) {
        int times = Math.min(repeated(xml, "number-columns-repeated"), MAX_REPEATED);
        Cell cell = cell(xml, looks);
        for (int i = 0; i < times; i++) {
          row.add(cell);
        }
      }
    }
    while (!row.isEmpty() && row.get(row.size() - 1).isBlank()) {
      row.remove(row.size() - 1);
    }
    return row;
  }

  private static Cell cell(XMLStreamReader xml, Map<String, String> looks)
      throws XMLStreamException {
    String end = xml.getLocalName();
    String value = attribute(xml, "value");
    String formula = attribute(xml, "formula");
    String look = looks.getOrDefault(attribute(xml, "style-name"), "");
    StringBuilder text = new StringBuilder();
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && is(xml, end)) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT && is(xml, "p") && text.length() > 0) {
        text.append('\n');
      } else if (event == XMLStreamConstants.CHARACTERS) {
        text.append(xml.getText());
      }
    }
    String shown = text.toString().strip();
    return new Cell(shown, value, formula, look);
  }

  /** What a style says; its own name is left out, since it changes from save to save. */
  private static String look(XMLStreamReader xml) throws XMLStreamException {
    TreeSet<String> said = new TreeSet<>();
    String end = xml.getLocalName();
    while (true) {
      for (int i = 0; i < xml.getAttributeCount(); i++) {
        String name = xml.getAttributeLocalName(i);
        if (!name.equals("name")) {
          said.add(name + "=" + xml.getAttributeValue(i));
        }
      }
      int event = xml.next();
      while (event != XMLStreamConstants.START_ELEMENT) {
        if (event == XMLStreamConstants.END_ELEMENT && is(xml, end)) {
          return String.join(" ", said);
        }
        event = xml.next();
      }
    }
  }

  private static boolean is(XMLStreamReader xml, String name) {
    return xml.getLocalName().equals(name);
  }

  private static String attribute(XMLStreamReader xml, String name) {
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      if (xml.getAttributeLocalName(i).equals(name)) {
        return xml.getAttributeValue(i);
      }
    }
    return "";
  }

  private static int repeated(XMLStreamReader xml, String name) {
    String times = attribute(xml, name);
    try {
      return times.isEmpty() ? 1 : Integer.parseInt(times);
    } catch (NumberFormatException e) {
      return 1;
    }
  }
}
