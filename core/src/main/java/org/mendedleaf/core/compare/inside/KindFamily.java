package org.mendedleaf.core.compare.inside;

/** Kinds of content that are read and compared in the same way. */
public enum KindFamily {
  EMPTY,
  TEXT,
  /** Values with separators, one row a line. */
  VALUES,
  /** ISO/IEC 29500 spreadsheet. */
  WORKBOOK,
  /** OpenDocument spreadsheet. */
  OPEN_SHEETS,
  /** ISO/IEC 29500 text document. */
  WORDS,
  /** OpenDocument text. */
  OPEN_TEXT,
  PDF,
  PICTURE,
  /** SVG. */
  DRAWING,
  ARCHIVE,
  LINK,
  OTHER;

  boolean isTable() {
    return this == VALUES || this == WORKBOOK || this == OPEN_SHEETS;
  }

  boolean isDocument() {
    return this == WORDS || this == OPEN_TEXT;
  }

  /** Whether this and another can be compared by what is in them. */
  public boolean comparesWith(KindFamily other) {
    return this == other
        || (isTable() && other.isTable())
        || (isDocument() && other.isDocument())
        || (isPicture() && other.isPicture());
  }

  boolean isPicture() {
    return this == PICTURE || this == DRAWING;
  }
}
