package org.mendedleaf.desktop.words;

import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** The texts of the window. */
public final class Words {

  private static final ResourceBundle BUNDLE =
      ResourceBundle.getBundle("org.mendedleaf.desktop.words", Locale.ENGLISH);

  private Words() {}

  /** The text of this key, its {0}, {1} … filled in. */
  public static String of(String key, Object... values) {
    String pattern = BUNDLE.getString(key);
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
