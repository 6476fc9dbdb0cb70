package org.mendedleaf.core.findings;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** A mass event in one sentence, without the shelf and the day. */
public final class MassEventSentence {

  private MassEventSentence() {}

  /** The sentence, from a capital letter or number to the full stop. */
  public static String of(MassEvent event) {
    return "%s %s.".formatted(whatHappened(event), within(event));
  }

  private static String whatHappened(MassEvent event) {
    List<String> parts = new ArrayList<>();
    add(parts, event.scrambled(), "scrambled and given other names");
    add(parts, event.damaged(), "damaged");
    add(parts, event.removed(), "removed");
    if (parts.size() == 1) {
      return parts.get(0).replaceFirst(" ", " files ");
    }
    String all = String.join(", ", parts.subList(0, parts.size() - 1));
    return "Of %d files, %s and %s".formatted(event.files(), all, parts.get(parts.size() - 1));
  }

  private static void add(List<String> parts, int files, String what) {
    if (files > 0) {
      parts.add(files + (files == 1 ? " was " : " were ") + what);
    }
  }

  private static String within(MassEvent event) {
    long minutes = Duration.between(event.from(), event.until()).plusSeconds(59).toMinutes();
    return minutes == 0
        ? "at once"
        : minutes == 1 ? "within a minute" : "within %d minutes".formatted(minutes);
  }
}
