package org.mendedleaf.core.store.format;

/** The kind of content that a record holds. The codes are part of the format. */
public enum RecordKind {
  /** Chunks of what people's files contain. */
  CONTENT(1),
  /** Chunks of chunk lists. */
  LIST(2),
  /** A block of metadata: JSON lines, addressed by the block's random id and the line number. */
  META(3);

  private final int code;

  RecordKind(int code) {
    this.code = code;
  }

  int code() {
    return code;
  }

  static RecordKind of(int code) throws StoreFormatException {
    for (RecordKind kind : values()) {
      if (kind.code == code) {
        return kind;
      }
    }
    throw new StoreFormatException("unknown kind of record " + code);
  }
}
