package org.mendedleaf.core.catalog.questions;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.mendedleaf.core.catalog.tables.NameIndex;

/**
 * What a person types to find a file: words that each stand in its path, an earlier path, or the
 * name of somebody who saved it; a kind like "pictures"; and "removed" for what is gone.
 *
 * @param words folded, see {@link NameIndex#fold}
 * @param removedOnly whether only files that left their shelf are wanted
 */
public record NameQuery(List<String> words, boolean removedOnly) {

  private static final Map<String, Set<String>> KINDS =
      Map.of(
          "picture", Set.of(".jpg", ".jpeg", ".png", ".gif", ".bmp", ".svg", ".tif", ".webp"),
          "photo", Set.of(".jpg", ".jpeg"),
          "drawing", Set.of(".svg", ".dxf", ".dwg", ".odg"),
          "table", Set.of(".csv", ".tsv", ".xlsx", ".xls", ".ods"),
          "document", Set.of(".docx", ".doc", ".odt", ".rtf", ".pdf"),
          "text", Set.of(".txt", ".md", ".html", ".json", ".xml", ".csv"),
          "archive", Set.of(".zip", ".tar", ".gz", ".tgz"));

  public NameQuery {
    words = List.copyOf(words);
  }

  /** Reads what was typed; anything can be read. */
  public static NameQuery parse(String typed) {
    List<String> words = new ArrayList<>();
    boolean removed = false;
    for (String word : NameIndex.fold(typed).strip().split("[\\s/]+", -1)) {
      if (word.equals("removed")) {
        removed = true;
      } else if (!word.isEmpty()) {
        words.add(word);
      }
    }
    return new NameQuery(words, removed);
  }

  /** Whether nothing is asked for. */
  public boolean isEmpty() {
    return words.isEmpty() && !removedOnly;
  }

  /** The endings of names that a word stands for as a kind; empty if it is none. */
  static Set<String> endings(String word) {
    String singular = word.endsWith("s") ? word.substring(0, word.length() - 1) : word;
    return KINDS.getOrDefault(singular, Set.of());
  }

  /** Whether this word stands in a folded path, or names its kind. */
  static boolean matches(String word, String foldedPath) {
    return foldedPath.contains(word) || endings(word).stream().anyMatch(foldedPath::endsWith);
  }
}
