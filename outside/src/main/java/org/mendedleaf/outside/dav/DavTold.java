package org.mendedleaf.outside.dav;

import java.net.URI;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import org.apache.jackrabbit.webdav.MultiStatusResponse;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.HrefProperty;

/**
 * What a server says of one thing. Whatever cannot be read counts as not said: servers differ.
 *
 * @param path of its address, decoded
 */
record DavTold(String path, DavPropertySet properties) {

  private static final int OK = 200;

  static DavTold of(MultiStatusResponse response) {
    return new DavTold(path(response.getHref()), response.getProperties(OK));
  }

  /** The path that an address has, without the slash that ends folders. */
  static String path(String address) {
    String path;
    try {
      path = URI.create(address.replace(" ", "%20")).getPath();
    } catch (IllegalArgumentException e) {
      path = address;
    }
    return path.endsWith("/") ? path.substring(0, path.length() - 1) : path;
  }

  Optional<String> text(DavPropertyName name) {
    DavProperty<?> property = properties.get(name);
    return property == null || property.getValue() == null
        ? Optional.empty()
        : Optional.of(property.getValue().toString().strip()).filter(text -> !text.isEmpty());
  }

  boolean says(DavPropertyName name) {
    return properties.contains(name);
  }

  /** The path of the address that a property holds. */
  Optional<String> address(DavPropertyName name) {
    DavProperty<?> property = properties.get(name);
    if (property == null || property.getValue() == null) {
      return Optional.empty();
    }
    return new HrefProperty(property)
        .getHrefs().stream()
            .findFirst()
            .map(String::strip)
            .filter(one -> !one.isEmpty())
            .map(DavTold::path);
  }

  Optional<Long> number(DavPropertyName name) {
    try {
      return text(name).map(Long::valueOf);
    } catch (NumberFormatException e) {
      return Optional.empty();
    }
  }

  boolean isTrue(DavPropertyName name) {
    return text(name).filter("true"::equalsIgnoreCase).isPresent();
  }

  Optional<Duration> duration(DavPropertyName name) {
    try {
      return text(name).map(Duration::parse);
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** A time as RFC 3339 or RFC 9110 write it. */
  Optional<Instant> time(DavPropertyName name) {
    return text(name).flatMap(DavTold::time);
  }

  private static Optional<Instant> time(String text) {
    try {
      return Optional.of(OffsetDateTime.parse(text).toInstant());
    } catch (DateTimeException e) {
      // Then it is a date as HTTP has them, or none.
    }
    try {
      return Optional.of(Instant.from(DateTimeFormatter.RFC_1123_DATE_TIME.parse(text)));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  boolean isFolder() {
    DavProperty<?> type = properties.get(DavPropertyName.RESOURCETYPE);
    return type != null && type.getValue() != null && new ResourceTypes(type).has("collection");
  }
}
