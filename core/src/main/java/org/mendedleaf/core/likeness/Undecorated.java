package org.mendedleaf.core.likeness;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A file's name as a person would write it without what hangs on it, see {@link PlainName}. */
public final class Undecorated {

  private static final Pattern WORDS =
      Pattern.compile("\\p{Lu}*[\\p{Ll}\\p{M}]+|[\\p{L}\\p{M}]+|\\d+");
  private static final String BETWEEN = " _-.";

  private Undecorated() {}

  /** The same name where nothing hangs on it, or where nothing else would be left. */
  public static String of(String name) {
    PlainName plain = PlainName.of(name);
    if (plain.decorations().isEmpty()) {
      return name;
    }
    String base = plain.extension().isEmpty() ? name : name.substring(0, name.lastIndexOf('.'));
    StringBuilder kept = new StringBuilder();
    int end = 0;
    boolean dropped = false;
    List<String> wanted = new ArrayList<>(plain.stem());
    Matcher words = WORDS.matcher(base);
    while (words.find()) {
      if (!wanted.isEmpty() && Folded.of(words.group()).equals(wanted.get(0))) {
        wanted.remove(0);
        if (!kept.isEmpty()) {
          kept.append(dropped ? between(base.charAt(end)) : base.substring(end, words.start()));
        }
        kept.append(words.group());
        end = words.end();
        dropped = false;
      } else {
        dropped = true;
      }
    }
    return kept.isEmpty() || !wanted.isEmpty() ? name : kept + name.substring(base.length());
  }

  /** What stands for a word that was left out: what stood before it, if that parts words. */
  private static String between(char before) {
    return BETWEEN.indexOf(before) >= 0 ? String.valueOf(before) : " ";
  }
}
