package org.mendedleaf.outside.dav;

import java.util.Collection;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.w3c.dom.Node;

/** What kinds of thing something is (RFC 4918, 15.9). */
record ResourceTypes(DavProperty<?> property) {

  boolean has(String kind) {
    return has(property.getValue(), kind);
  }

  private static boolean has(Object value, String kind) {
    if (value instanceof Collection<?> several) {
      return several.stream().anyMatch(one -> has(one, kind));
    }
    return value instanceof Node node && kind.equals(node.getLocalName());
  }
}
