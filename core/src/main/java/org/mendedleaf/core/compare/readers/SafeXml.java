package org.mendedleaf.core.compare.readers;

import java.io.InputStream;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.parsers.SAXParserFactory;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;

/** Reads XML without document type definitions, so that no entity is expanded or fetched. */
final class SafeXml {

  private SafeXml() {}

  static XMLStreamReader reader(InputStream in) throws XMLStreamException {
    return factory().createXMLStreamReader(in);
  }

  static XMLReader saxReader() throws ParserConfigurationException, SAXException {
    SAXParserFactory factory = SAXParserFactory.newDefaultNSInstance();
    factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
    return factory.newSAXParser().getXMLReader();
  }

  private static XMLInputFactory factory() {
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    return factory;
  }
}
