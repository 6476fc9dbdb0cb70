package org.mendedleaf.core.compare.readers;

import org.apache.tika.mime.MimeTypeException;
import org.apache.tika.mime.MimeTypes;
import org.mendedleaf.core.compare.inside.Kind;

/** The endings by which programs know kinds of files. */
public final class Endings {

  private Endings() {}

  /** The usual ending of a kind with its point; empty where it has none. */
  public static String of(Kind kind) {
    try {
      return MimeTypes.getDefaultMimeTypes().forName(kind.type()).getExtension();
    } catch (MimeTypeException e) {
      return "";
    }
  }
}
