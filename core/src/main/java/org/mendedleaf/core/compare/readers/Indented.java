package org.mendedleaf.core.compare.readers;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.Optional;
import javax.xml.XMLConstants;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.sax.SAXSource;
import javax.xml.transform.stream.StreamResult;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.TextLimits;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/** Breaks JSON and XML that were written without line breaks into lines, for reading. */
public final class Indented {

  private static final int LONG_LINE = 1000;
  private static final int DEEPEST = 1000;
  private static final ObjectMapper JSON = new ObjectMapper();

  private Indented() {}

  /** Empty where it is neither, or has line breaks already, or is not well formed. */
  public static Optional<String> of(Kind kind, String text) {
    if (TextLimits.longestLine(text) < LONG_LINE) {
      return Optional.empty();
    }
    try {
      if (kind.type().endsWith("json")) {
        DefaultPrettyPrinter printer = new DefaultPrettyPrinter();
        printer.indentArraysWith(DefaultIndenter.SYSTEM_LINEFEED_INSTANCE);
        return Optional.of(JSON.writer(printer).writeValueAsString(JSON.readTree(text)));
      }
      boolean isXml = kind.type().endsWith("xml");
      return isXml && depth(text) <= DEEPEST ? Optional.of(xml(text)) : Optional.empty();
    } catch (JsonProcessingException
        | ParserConfigurationException
        | SAXException
        | TransformerException e) {
      return Optional.empty();
    }
  }

  /** About how deep elements are nested; blanks before them grow with its square. */
  private static int depth(String xml) {
    int depth = 0;
    int deepest = 0;
    for (int at = xml.indexOf('<');
        at >= 0 && at + 1 < xml.length();
        at = xml.indexOf('<', at + 1)) {
      char next = xml.charAt(at + 1);
      int end = xml.indexOf('>', at);
      boolean closed = end > 0 && xml.charAt(end - 1) == '/';
      if (next == '/') {
        depth--;
      } else if (Character.isLetter(next) && !closed) {
        deepest = Math.max(deepest, ++depth);
      }
    }
    return deepest;
  }

  private static String xml(String text)
      throws ParserConfigurationException, SAXException, TransformerException {
    TransformerFactory factory = TransformerFactory.newDefaultInstance();
    factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_DTD, "");
    factory.setAttribute(XMLConstants.ACCESS_EXTERNAL_STYLESHEET, "");
    Transformer transformer = factory.newTransformer();
    transformer.setOutputProperty(OutputKeys.INDENT, "yes");
    StringWriter out = new StringWriter();
    transformer.transform(
        new SAXSource(SafeXml.saxReader(), new InputSource(new StringReader(text))),
        new StreamResult(out));
    return out.toString();
  }
}
