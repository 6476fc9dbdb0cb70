package org.mendedleaf.core.store.format;

/** The compression of a record's payload. The codes are part of the format. */
public enum Codec {
  /** The payload is the plain bytes. */
  STORED(0),
  /** One Zstandard frame (RFC 8878). */
  ZSTD(1),
  /** One Zstandard frame whose raw-content dictionary is the record's bases, one after another. */
  ZSTD_ON_BASES(2);

  private final int code;

  Codec(int code) {
    this.code = code;
  }

  int code() {
    return code;
  }

  static Codec of(int code) throws StoreFormatException {
    for (Codec codec : values()) {
      if (codec.code == code) {
        return codec;
      }
    }
    throw new StoreFormatException("unknown codec " + code);
  }
}
