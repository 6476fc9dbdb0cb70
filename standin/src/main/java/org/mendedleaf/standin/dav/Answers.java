package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DefaultDavProperty;
import org.apache.jackrabbit.webdav.xml.DomUtil;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.KeepException;
import org.w3c.dom.Element;

/** How refusals and values are said in WebDAV. */
final class Answers {

  /** RFC 4918, 11.5. */
  private static final int INSUFFICIENT_STORAGE = 507;

  private static final DateTimeFormatter TIME =
      DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ss.SSS'Z'", Locale.ROOT)
          .withZone(ZoneOffset.UTC);

  /** An act in the storage. */
  interface StorageAct<T> {
    T run() throws IOException;
  }

  private Answers() {}

  /** Does an act; what it refuses is a status with a condition (RFC 4918, 16) that says why. */
  static <T> T of(StorageAct<T> act) throws DavException {
    try {
      return act.run();
    } catch (KeepException e) {
      throw refused(e);
    } catch (IOException e) {
      throw new DavException(DavServletResponse.SC_INTERNAL_SERVER_ERROR, e);
    }
  }

  /** Asks where nothing is refused. */
  static <T> T unchecked(StorageAct<T> act) {
    try {
      return act.run();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The path that an address names. */
  static String path(String address) {
    return URI.create(address).getPath();
  }

  /** The same without the slash that ends folders. */
  static String plain(String address) {
    String path = path(address);
    return path.length() > 1 && path.endsWith("/") ? path.substring(0, path.length() - 1) : path;
  }

  private static DavException refused(KeepException e) throws DavException {
    int status =
        switch (e.reason()) {
          case GONE -> DavServletResponse.SC_NOT_FOUND;
          case CHANGED -> DavServletResponse.SC_PRECONDITION_FAILED;
          case MISPLACED -> DavServletResponse.SC_CONFLICT;
          case FULL -> INSUFFICIENT_STORAGE;
          case HELD, LACKING -> DavServletResponse.SC_FORBIDDEN;
        };
    String condition =
        switch (e.reason()) {
          case HELD -> "held";
          case LACKING -> "lacking";
          default -> "refused";
        };
    try {
      Element element = DomUtil.createElement(DomUtil.createDocument(), condition, Ours.NAMESPACE);
      return new DavException(status, e.getMessage(), e, element);
    } catch (javax.xml.parsers.ParserConfigurationException broken) {
      throw new DavException(DavServletResponse.SC_INTERNAL_SERVER_ERROR, broken);
    }
  }

  /** One that is said only to those who ask for it. */
  static DavProperty<?> property(DavPropertyName name, @Nullable Object value) {
    return new DefaultDavProperty<>(name, value == null ? null : value.toString(), true);
  }

  /** One that is also said to those who ask for all (RFC 4918, 14.2). */
  static DavProperty<?> common(DavPropertyName name, Object value) {
    return new DefaultDavProperty<>(name, value.toString(), false);
  }

  /** As RFC 3339 writes times, in milliseconds. */
  static String time(long millis) {
    return TIME.format(Instant.ofEpochMilli(millis));
  }

  static String joined(String folder, String name) {
    return folder.isEmpty() ? name : folder + "/" + name;
  }

  /** The last name of a path. */
  static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  static String folder(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }
}
