package org.mendedleaf.core.compare.readers;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Reads the paragraphs of an OpenDocument text (ISO/IEC 26300) as a stream. */
final class OpenTextReader {

  private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";

  List<Paragraph> read(byte[] bytes) throws UnreadableException {
    try (InputStream in = OpenPackage.part(bytes, "content.xml")) {
      XMLStreamReader xml = SafeXml.reader(in);
      List<Paragraph> paragraphs = new ArrayList<>();
      StringBuilder text = new StringBuilder();
      int level = 0;
      int depth = 0;
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.CHARACTERS && depth > 0) {
          text.append(xml.getText());
        } else if (event == XMLStreamConstants.START_ELEMENT && isText(xml)) {
          switch (xml.getLocalName()) {
            case "h", "p" -> {
              level = xml.getLocalName().equals("h") ? level(xml) : 0;
              depth++;
            }
            case "s" -> text.append(' ');
            case "tab" -> text.append('\t');
            case "line-break" -> text.append('\n');
            default -> {}
          }
        } else if (event == XMLStreamConstants.END_ELEMENT && isText(xml) && isParagraph(xml)) {
          depth--;
          if (!text.toString().isBlank()) {
            paragraphs.add(new Paragraph(level, text.toString()));
          }
          text.setLength(0);
        }
      }
      return paragraphs;
    } catch (IOException | XMLStreamException e) {
      throw new UnreadableException("It is no whole document: " + Sentences.reason(e) + ".");
    }
  }

  private static boolean isText(XMLStreamReader xml) {
    return TEXT.equals(xml.getNamespaceURI());
  }

  private static boolean isParagraph(XMLStreamReader xml) {
    return xml.getLocalName().equals("h") || xml.getLocalName().equals("p");
  }

  private static int level(XMLStreamReader xml) {
    String level = xml.getAttributeValue(TEXT, "outline-level");
    return level != null && level.matches("[1-9]") ? Integer.parseInt(level) : 1;
  }
}
