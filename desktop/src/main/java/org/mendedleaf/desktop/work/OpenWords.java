package org.mendedleaf.desktop.work;

import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.mendedleaf.desktop.words.Words;

/** Which programs have open what would be written over, as a sentence. */
public final class OpenWords {

  private OpenWords() {}

  /**
   * The sentence.
   *
   * @param open programs by file
   * @return empty where nothing is open
   */
  public static String sentence(Map<Path, Set<String>> open) {
    if (open.isEmpty()) {
      return "";
    }
    Set<String> programs = new TreeSet<>();
    open.values().forEach(programs::addAll);
    Path first = open.keySet().iterator().next();
    return Words.count("open.in", open.size(), first.getFileName(), String.join(", ", programs));
  }
}
