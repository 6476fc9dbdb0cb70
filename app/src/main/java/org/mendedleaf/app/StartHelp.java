package org.mendedleaf.app;

import java.util.Map;
import java.util.Objects;

/** Help on the words that open a window, for somebody who asks instead of opening one. */
final class StartHelp {

  private static final Map<String, String> TEXTS =
      Map.of(
          "demo",
          """
          Usage: mended-leaf demo [--pictures DIR [--only NAME,…] [--size WxH]]
          Opens the window with the demo office, which is built the first time.
            --pictures DIR  Take a picture of each view instead, into this folder.
            --only NAME,…   Only these views.
            --size WxH      As large, 1280x800 unless said.
          """,
          "open",
          """
          Usage: mended-leaf open [--home DIR] PATH…
          Shows these files or folders in the window that is open, or in a new one.
            --home DIR      The application's data (by default the system's usual place).
          """);

  private StartHelp() {}

  static boolean isAbout(String word) {
    return TEXTS.containsKey(word);
  }

  static String of(String word) {
    return Objects.requireNonNull(TEXTS.get(word), word);
  }
}
