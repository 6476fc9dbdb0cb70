package org.mendedleaf.core.compare.readers;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.ParserConfigurationException;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.Opened;
import org.mendedleaf.core.compare.inside.Opened.Wholeness;
import org.mendedleaf.core.compare.inside.UnreadableException;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;
import org.xml.sax.helpers.DefaultHandler;

/**
 * Reads a content to its end to see whether it is whole: checksums where its kind has some, what
 * has to be closed, what has to follow. In the child process only.
 */
public final class Opening {

  private static final JsonFactory JSON = new JsonFactory();
  private static final int ENTRY_AT_ONCE = 1 << 16;

  private final Glance glance;
  private final Describing describing;

  public Opening(Glance glance, Describing describing) {
    this.glance = glance;
    this.describing = describing;
  }

  /** Of a content that is not here as a whole nothing is told. */
  public Opened open(Kind kind, Sample sample) {
    if (!sample.complete()) {
      return Opened.untold(kind);
    }
    return switch (kind.family()) {
      case PICTURE -> told(kind, PictureBlocks.areWhole(sample.bytes()) && opens(kind, sample));
      case PDF -> told(kind, opens(kind, sample));
      case WORKBOOK, OPEN_SHEETS, WORDS, OPEN_TEXT ->
          told(kind, entriesAreWhole(sample.bytes()) && opens(kind, sample));
      case ARCHIVE ->
          kind.type().contains("zip") || kind.type().contains("java-archive")
              ? told(kind, entriesAreWhole(sample.bytes()))
              : told(kind, opens(kind, sample));
      case DRAWING -> markedUp(kind, sample);
      case TEXT -> text(kind, sample);
      case EMPTY, LINK, VALUES, OTHER -> Opened.untold(kind);
    };
  }

  private static Opened told(Kind kind, boolean isWhole) {
    return new Opened(kind, isWhole ? Wholeness.WHOLE : Wholeness.BROKEN);
  }

  private boolean opens(Kind kind, Sample sample) {
    return describing.describe(kind, sample).readable();
  }

  private Opened text(Kind kind, Sample sample) {
    if (kind.type().endsWith("json")) {
      return told(kind, isJson(sample));
    }
    boolean isXml = kind.type().endsWith("xml") && !kind.type().contains("html");
    return isXml ? markedUp(kind, sample) : Opened.untold(kind);
  }

  /** What a document type defines is not fetched, so of what has one nothing is told. */
  private Opened markedUp(Kind kind, Sample sample) {
    try {
      String text = glance.text(sample);
      return text.contains("<!DOCTYPE") ? Opened.untold(kind) : told(kind, isWellFormed(text));
    } catch (UnreadableException e) {
      return told(kind, false);
    }
  }

  private boolean isJson(Sample sample) {
    try (JsonParser parser = JSON.createParser(glance.text(sample))) {
      int values = 0;
      while (parser.nextToken() != null) {
        values++;
      }
      return values > 0;
    } catch (IOException | UnreadableException e) {
      return false;
    }
  }

  private static boolean isWellFormed(String text) {
    try {
      XMLReader reader = SafeXml.saxReader();
      reader.setErrorHandler(new DefaultHandler());
      reader.parse(new InputSource(new StringReader(text)));
      return true;
    } catch (IOException | SAXException | ParserConfigurationException e) {
      return false;
    }
  }

  /** Each entry has a checksum, which is compared when its end is met. */
  private static boolean entriesAreWhole(byte[] bytes) {
    byte[] passed = new byte[ENTRY_AT_ONCE];
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      int entries = 0;
      while (zip.getNextEntry() != null) {
        passOver(zip, passed);
        entries++;
      }
      return entries > 0;
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }

  private static void passOver(InputStream entry, byte[] passed) throws IOException {
    int read = entry.read(passed);
    while (read >= 0) {
      read = entry.read(passed);
    }
  }
}
