package org.mendedleaf.desktop.shelves;

import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Names;

/** Names on one line: control characters, which file names may have, are written as escapes. */
public final class Shortened {

  private Shortened() {}

  /** The last name of a path. */
  public static String name(InnerPath path) {
    String name = Names.shown(path.name());
    if (name.chars().noneMatch(Character::isISOControl)) {
      return name;
    }
    StringBuilder escaped = new StringBuilder();
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      if (c == '\n') {
        escaped.append("\\n");
      } else if (Character.isISOControl(c)) {
        escaped.append("\\x%02x".formatted((int) c));
      } else {
        escaped.append(c);
      }
    }
    return escaped.toString();
  }
}
