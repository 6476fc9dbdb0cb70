package org.mendedleaf.core.compare;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Who saved an office document last, as the document itself says: lastModifiedBy in ISO/IEC 29500
 * packages, dc:creator in OpenDocument's meta.xml. Runs in the child process only.
 */
final class Authors {

  private static final int MAX_PROPERTIES = 1 << 20;

  Optional<Author> of(Kind kind, byte[] bytes) {
    String type = kind.type();
    if (type.contains("officedocument") || type.contains("x-tika-ooxml")) {
      return author(bytes, "docProps/core.xml", "lastModifiedBy", "modified");
    }
    if (type.contains("opendocument")) {
      return author(bytes, "meta.xml", "creator", "date");
    }
    return Optional.empty();
  }

  private static Optional<Author> author(byte[] bytes, String part, String name, String saved) {
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (entry.getName().equals(part)) {
          Map<String, String> found = elements(zip.readNBytes(MAX_PROPERTIES), Set.of(name, saved));
          return Optional.ofNullable(found.get(name))
              .map(author -> new Author(author, found.getOrDefault(saved, "")));
        }
      }
    } catch (IOException | XMLStreamException | IllegalArgumentException e) {
      // A document that is not whole has no author to tell; its owner will have to do.
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
