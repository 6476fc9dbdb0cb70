package org.mendedleaf.desktop.words;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.MessageFormat;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;

/**
 * The texts of the window. Each lies beside the pages that say it, in {@code words.properties} of
 * their package; what pages of several packages say lies in this one.
 */
public final class Words {

  /** Packages that have texts. */
  static final List<String> AREAS =
      List.of(
          "words",
          "adopt",
          "drawings",
          "erase",
          "file",
          "find",
          "frame",
          "gather",
          "inside",
          "intake",
          "ledger",
          "lost",
          "moment",
          "plan",
          "recording",
          "shelves",
          "sides",
          "space",
          "start",
          "store",
          "today",
          "tray",
          "work");

  private static final Map<String, String> TEXTS = read();

  private Words() {}

  private static Map<String, String> read() {
    Map<String, String> texts = new HashMap<>();
    for (String area : AREAS) {
      inArea(area).forEach((key, text) -> texts.put((String) key, (String) text));
    }
    return Map.copyOf(texts);
  }

  /** The texts of one package. */
  static Properties inArea(String area) {
    String file = "/org/mendedleaf/desktop/%s/words.properties".formatted(area);
    Properties texts = new Properties();
    try (InputStream in = Words.class.getResourceAsStream(file)) {
      texts.load(new InputStreamReader(in, StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException("texts of the window are missing: " + file, e);
    }
    return texts;
  }

  /** The text of this key, its {0}, {1} … filled in. */
  public static String of(String key, Object... values) {
    String pattern = TEXTS.get(key);
    if (pattern == null) {
      throw new IllegalArgumentException("the window has no text for " + key);
    }
    return values.length == 0 ? pattern : new MessageFormat(pattern, Locale.ENGLISH).format(values);
  }

  /** One or several: the key with ".one" if the count is 1, else with ".many". */
  public static String count(String key, long count, Object... more) {
    Object[] values = new Object[more.length + 1];
    values[0] = Shown.count(count);
    System.arraycopy(more, 0, values, 1, more.length);
    return of(key + (count == 1 ? ".one" : ".many"), values);
  }
}
