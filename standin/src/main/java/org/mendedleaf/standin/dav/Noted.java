package org.mendedleaf.standin.dav;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DefaultDavProperty;
import org.apache.jackrabbit.webdav.property.PropEntry;
import org.apache.jackrabbit.webdav.xml.DomUtil;
import org.w3c.dom.Document;
import org.xml.sax.SAXException;

/** Properties that mean nothing to a storage and are kept as clients wrote them. */
final class Noted {

  private Noted() {}

  static void change(Map<String, String> notes, PropEntry change) throws IOException {
    if (change instanceof DavProperty<?> property) {
      notes.put(key(property.getName()), write(property));
    } else {
      notes.remove(key((DavPropertyName) change));
    }
  }

  private static String key(DavPropertyName name) {
    return "{" + name.getNamespace().getURI() + "}" + name.getName();
  }

  private static String write(DavProperty<?> property) throws IOException {
    try {
      Document document = DomUtil.createDocument();
      document.appendChild(property.toXml(document));
      Transformer to = TransformerFactory.newInstance().newTransformer();
      to.setOutputProperty(OutputKeys.OMIT_XML_DECLARATION, "yes");
      StringWriter text = new StringWriter();
      to.transform(new DOMSource(document), new StreamResult(text));
      return text.toString();
    } catch (ParserConfigurationException | TransformerException e) {
      throw new IOException(e);
    }
  }

  static DavProperty<?> read(String xml) {
    try {
      byte[] bytes = xml.getBytes(StandardCharsets.UTF_8);
      return DefaultDavProperty.createFromXml(
          DomUtil.parseDocument(new ByteArrayInputStream(bytes)).getDocumentElement());
    } catch (ParserConfigurationException | SAXException | IOException e) {
      throw new IllegalStateException(e);
    }
  }
}
