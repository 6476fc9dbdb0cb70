package org.mendedleaf.core.compare;

/**
 * What a content is.
 *
 * @param type media type, like "text/csv"
 * @param name in words, like "table (CSV)"
 */
public record Kind(String type, Family family, String name) {

  static final Kind UNKNOWN =
      new Kind("application/octet-stream", Family.OTHER, "file of an unknown kind");

  static final Kind LINK = new Kind("inode/symlink", Family.LINK, "link");
}
