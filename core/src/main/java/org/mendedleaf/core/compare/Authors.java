package org.mendedleaf.core.compare;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Who saved an office document last, as the document itself says: lastModifiedBy in ISO/IEC 29500
 * packages, dc:creator in OpenDocument's meta.xml. Runs in the child process only.
 */
final class Authors {

  private static final int MAX_PROPERTIES = 1 << 20;

  Optional<String> of(String kind, byte[] bytes) {
    if (kind.contains("officedocument") || kind.contains("x-tika-ooxml")) {
      return property(bytes, "docProps/core.xml", "lastModifiedBy");
    }
    if (kind.contains("opendocument")) {
      return property(bytes, "meta.xml", "creator");
    }
    return Optional.empty();
  }

  private static Optional<String> property(byte[] bytes, String part, String element) {
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        if (entry.getName().equals(part)) {
          return element(zip.readNBytes(MAX_PROPERTIES), element);
        }
      }
    } catch (IOException | XMLStreamException | IllegalArgumentException e) {
      // A document that is not whole has no author to tell; its owner will have to do.
      return Optional.empty();
    }
    return Optional.empty();
  }

  private static Optional<String> element(byte[] xml, String name) throws XMLStreamException {
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    XMLStreamReader reader = factory.createXMLStreamReader(new ByteArrayInputStream(xml));
    while (reader.hasNext()) {
      if (reader.next() == XMLStreamConstants.START_ELEMENT && reader.getLocalName().equals(name)) {
        String text = reader.getElementText().strip();
        return text.isEmpty() ? Optional.empty() : Optional.of(text);
      }
    }
    return Optional.empty();
  }
}
