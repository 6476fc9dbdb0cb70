package org.mendedleaf.core.findings;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Says what is doubtful about the first content of a file, which has no past to be held against:
 * only what contradicts its own name. Pure; for any thread.
 */
public final class FirstScrutiny {

  private static final int ZEROS_IN_TEXT = 64;
  private static final int ZEROS = 512;

  /** The marks with which files of these endings begin, by open formats and long custom. */
  private static final Map<String, Lead> LEADS =
      Map.ofEntries(
          Map.entry(".pdf", Lead.PDF),
          Map.entry(".png", Lead.PNG),
          Map.entry(".jpg", Lead.JPEG),
          Map.entry(".jpeg", Lead.JPEG),
          Map.entry(".gif", Lead.GIF),
          Map.entry(".webp", Lead.WEBP),
          Map.entry(".zip", Lead.ZIP),
          Map.entry(".docx", Lead.ZIP),
          Map.entry(".xlsx", Lead.ZIP),
          Map.entry(".pptx", Lead.ZIP),
          Map.entry(".odt", Lead.ZIP),
          Map.entry(".ods", Lead.ZIP),
          Map.entry(".odp", Lead.ZIP),
          Map.entry(".odg", Lead.ZIP),
          Map.entry(".epub", Lead.ZIP),
          Map.entry(".gz", Lead.GZIP));

  private static final Set<String> TEXTS =
      Set.of(".txt", ".csv", ".tsv", ".md", ".html", ".htm", ".xml", ".json", ".svg", ".css");

  private FirstScrutiny() {}

  /** Whether anything could be said of the first content of a file of this name. */
  public static boolean mayTell(String name) {
    String ending = ending(name);
    return LEADS.containsKey(ending) || TEXTS.contains(ending);
  }

  /**
   * What contradicts the name.
   *
   * @return at most one; empty too where a reader has to tell, see {@link #isAsNamed}
   */
  public static Optional<Finding> of(Measures now, String name) {
    if (now.size() == 0 || !mayTell(name) || isAsNamed(now, name)) {
      return Optional.empty();
    }
    boolean isText = TEXTS.contains(ending(name));
    long run = now.longestZeros();
    if (run >= (isText ? ZEROS_IN_TEXT : ZEROS) && run * 2 >= now.size()) {
      return found(FindingKind.ZEROS, FindingStrength.LIKELY, run);
    }
    if (Scrutiny.isScrambled(now)) {
      return found(FindingKind.NOISE, FindingStrength.LIKELY, Math.max(1, now.noisyBlocks()));
    }
    Lead named = LEADS.getOrDefault(ending(name), Lead.NONE);
    boolean isOther = !isText && !(now.lead().isPicture() && named.isPicture());
    return isOther
        ? found(FindingKind.OTHER_KIND, FindingStrength.WORTH_A_LOOK, 0)
        : Optional.empty();
  }

  /** That a reader could not open the first content of a file which begins as its name says. */
  public static Finding unopenable() {
    return found(FindingKind.UNOPENABLE, FindingStrength.WORTH_A_LOOK, 0).orElseThrow();
  }

  /** Whether it begins as what its name says; only a reader can tell more then. */
  public static boolean isAsNamed(Measures now, String name) {
    Lead lead = LEADS.get(ending(name));
    return lead == null ? now.isText() : now.lead() == lead;
  }

  private static Optional<Finding> found(FindingKind kind, FindingStrength strength, long figure) {
    return Optional.of(Finding.of(kind, strength, figure, Finding.NO_PAST));
  }

  private static String ending(String name) {
    int dot = name.lastIndexOf('.');
    return dot < 0 ? "" : name.substring(dot).toLowerCase(Locale.ROOT);
  }
}
