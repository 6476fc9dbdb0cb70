package org.mendedleaf.core.compare.readers;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.nio.file.FileSystemNotFoundException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Reads the list of files that a desktop's programs have opened: XBEL 1.0 as the Desktop Bookmark
 * Specification uses it. What it names need not exist.
 */
public final class RecentlyUsedReader {

  private RecentlyUsedReader() {}

  /**
   * A file that was opened.
   *
   * @param at when it was opened last
   */
  public record RecentlyUsed(Path path, Instant at) {}

  /**
   * The files of a list; what is no file, and what cannot be read, is passed over.
   *
   * @throws IOException if it is no such list
   */
  public static List<RecentlyUsed> read(InputStream in) throws IOException {
    List<RecentlyUsed> all = new ArrayList<>();
    try {
      XMLStreamReader xml = SafeXml.reader(in);
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT
            && xml.getLocalName().equals("bookmark")) {
          add(xml.getAttributeValue(null, "href"), time(xml), all);
        }
      }
    } catch (XMLStreamException e) {
      throw new IOException("It is no whole list of files that were opened.", e);
    }
    return all;
  }

  private static String time(XMLStreamReader xml) {
    String visited = xml.getAttributeValue(null, "visited");
    String modified = visited == null ? xml.getAttributeValue(null, "modified") : visited;
    return modified == null ? "" : modified;
  }

  private static void add(String href, String at, List<RecentlyUsed> all) {
    if (href == null || !href.startsWith("file:///")) {
      return;
    }
    try {
      all.add(new RecentlyUsed(Path.of(URI.create(href)), Instant.parse(at)));
    } catch (IllegalArgumentException | FileSystemNotFoundException | DateTimeParseException e) {
      // One entry that nobody can read hides no other.
      return;
    }
  }
}
