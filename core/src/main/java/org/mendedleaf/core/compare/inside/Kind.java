package org.mendedleaf.core.compare.inside;

/**
 * What a content is.
 *
 * @param type media type, like "text/csv"
 * @param name in words, like "table (CSV)"
 */
public record Kind(String type, KindFamily family, String name) {

  public static final Kind UNKNOWN =
      new Kind("application/octet-stream", KindFamily.OTHER, "file of an unknown kind");

  public static final Kind LINK = new Kind("inode/symlink", KindFamily.LINK, "link");
}
