package org.mendedleaf.core.compare.readers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.apache.poi.ooxml.POIXMLException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.xwpf.usermodel.IBodyElement;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.apache.poi.xwpf.usermodel.XWPFStyle;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.apache.poi.xwpf.usermodel.XWPFTableRow;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Reads the paragraphs of an ISO/IEC 29500 text document; a row of a table is one paragraph. */
final class WordsReader {

  private static final int MAX_LEVEL = 9;

  List<Paragraph> read(byte[] bytes) throws UnreadableException {
    try (XWPFDocument document = new XWPFDocument(new ByteArrayInputStream(bytes))) {
      List<Paragraph> paragraphs = new ArrayList<>();
      for (IBodyElement element : document.getBodyElements()) {
        if (element instanceof XWPFParagraph paragraph) {
          add(paragraphs, new Paragraph(level(document, paragraph), paragraph.getText()));
        } else if (element instanceof XWPFTable table) {
          for (XWPFTableRow row : table.getRows()) {
            add(paragraphs, new Paragraph(0, cells(row)));
          }
        }
      }
      return paragraphs;
    } catch (IOException
        | POIXMLException
        | OpenXML4JRuntimeException
        | org.apache.poi.EmptyFileException e) {
      throw new UnreadableException("It is no whole document: " + Sentences.reason(e) + ".");
    }
  }

  private static String cells(XWPFTableRow row) {
    return row.getTableCells().stream()
        .map(cell -> cell.getText().replace('\n', ' '))
        .collect(Collectors.joining(" | "));
  }

  private static void add(List<Paragraph> paragraphs, Paragraph paragraph) {
    if (!paragraph.text().isBlank()) {
      paragraphs.add(paragraph);
    }
  }

  private static int level(XWPFDocument document, XWPFParagraph paragraph) {
    String id = paragraph.getStyle();
    if (id == null) {
      return 0;
    }
    XWPFStyle style = document.getStyles() == null ? null : document.getStyles().getStyle(id);
    String name = (style == null ? id : style.getName()).toLowerCase(Locale.ROOT);
    if (name.equals("title")) {
      return 1;
    }
    if (!name.startsWith("heading")) {
      return 0;
    }
    String level = name.substring("heading".length()).strip();
    return level.matches("[1-9]") ? Math.min(MAX_LEVEL, Integer.parseInt(level)) : 1;
  }
}
