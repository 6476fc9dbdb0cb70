package org.mendedleaf.core.findings;

/**
 * The kind of a content as far as its first bytes tell: the marks with which open formats begin.
 */
public enum Lead {
  PDF("%PDF-"),
  PNG("\u0089PNG\r\n"),
  JPEG("\u00ff\u00d8\u00ff"),
  GIF("GIF8"),
  TIFF_LITTLE("II*\0"),
  TIFF_BIG("MM\0*"),
  WEBP("RIFF"),
  ZIP("PK\u0003\u0004"),
  GZIP("\u001f\u008b\u0008"),
  /** No mark that is known here. */
  NONE("");

  /** How many bytes are needed to tell. */
  static final int LENGTH = 8;

  /** A character for each byte. */
  private final String mark;

  Lead(String mark) {
    this.mark = mark;
  }

  /** Whether it is a picture, which programs save as another kind under the old name at times. */
  boolean isPicture() {
    return this == PNG || this == JPEG || this == GIF || this == WEBP;
  }

  /** Whether all but a little of it is compressed, so that it looks like random bytes. */
  boolean isCompressed() {
    return isPicture() || this == ZIP || this == GZIP;
  }

  static Lead of(byte[] head, int length) {
    for (Lead lead : values()) {
      if (lead != NONE && lead.begins(head, length)) {
        return lead;
      }
    }
    return NONE;
  }

  private boolean begins(byte[] head, int length) {
    if (length < mark.length()) {
      return false;
    }
    for (int i = 0; i < mark.length(); i++) {
      if ((head[i] & 0xff) != mark.charAt(i)) {
        return false;
      }
    }
    return true;
  }
}
