package org.mendedleaf.core.compare.readers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.mendedleaf.core.compare.inside.Author;
import org.mendedleaf.core.compare.inside.Kind;

/**
 * Reads from an office document who saved it last and how it is titled: lastModifiedBy and title in
 * ISO/IEC 29500 packages, dc:creator and dc:title in OpenDocument's meta.xml. Runs in the child
 * process only.
 */
public final class Authors {

  private static final int MAX_PROPERTIES = 1 << 20;

  public Optional<Author> of(Kind kind, byte[] bytes) {
    String type = kind.type();
    if (type.contains("officedocument") || type.contains("x-tika-ooxml")) {
      return author(bytes, "docProps/core.xml", "lastModifiedBy", "modified");
    }
    if (type.contains("opendocument")) {
      return author(bytes, "meta.xml", "creator", "date");
    }
    return Optional.empty();
  }

  /** The title that an office document has among its properties; empty if it has none. */
  String title(Kind kind, byte[] bytes) {
    String type = kind.type();
    Optional<String> part =
        type.contains("officedocument") || type.contains("x-tika-ooxml")
            ? Optional.of("docProps/core.xml")
            : type.contains("opendocument") ? Optional.of("meta.xml") : Optional.empty();
    return part.flatMap(name -> properties(bytes, name, Set.of("title")))
        .map(found -> found.getOrDefault("title", ""))
        .orElse("");
  }

  private static Optional<Author> author(byte[] bytes, String part, String name, String saved) {
    return properties(bytes, part, Set.of(name, saved))
        .filter(found -> found.containsKey(name))
        .map(
            found ->
                new Author(Objects.requireNonNull(found.get(name)), found.getOrDefault(saved, "")));
  }

  private static Optional<Map<String, String>> properties(
      byte[] bytes, String part, Set<String> names) {
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (entry.getName().equals(part)) {
          return Optional.of(elements(zip.readNBytes(MAX_PROPERTIES), names));
        }
      }
    } catch (IOException | XMLStreamException | IllegalArgumentException e) {
      // A document that is not whole has nothing to tell.
      return Optional.empty();
    }
    return Optional.empty();
  }

  /** The texts of the first elements of these names, without those that are empty. */
  private static Map<String, String> elements(byte[] xml, Set<String> names)
      throws XMLStreamException {
    XMLStreamReader reader = SafeXml.reader(new ByteArrayInputStream(xml));
    Map<String, String> found = new HashMap<>();
    while (reader.hasNext()) {
      if (reader.next() == XMLStreamConstants.START_ELEMENT
          && names.contains(reader.getLocalName())) {
        String name = reader.getLocalName();
        String text = reader.getElementText().strip();
        if (!text.isEmpty()) {
          found.putIfAbsent(name, text);
        }
      }
    }
    return found;
  }
}
