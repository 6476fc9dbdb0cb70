package org.mendedleaf.core.plan;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * The fields of a plan's JSON and their kinds, as {@code plan-file.json} says them; a test holds
 * the two against each other.
 */
final class PlanFields {

  static final String KEEPS_NOTHING = "keepsNothing";
  static final String WORKING_COPIES = "workingCopies";

  /** The number of wrong letters up to which a name is taken for another. */
  private static final int SLIPS = 3;

  /** What a field holds. */
  private enum FieldKind {
    TEXT("a text"),
    TEXTS("a list of texts, in square brackets"),
    YES("true or false");

    private final String words;

    FieldKind(String words) {
      this.words = words;
    }

    boolean fits(JsonNode node) {
      return switch (this) {
        case TEXT -> node.isTextual();
        case YES -> node.isBoolean();
        case TEXTS -> node.isArray() && allTexts(node);
      };
    }

    private static boolean allTexts(JsonNode list) {
      for (JsonNode one : list) {
        if (!one.isTextual()) {
          return false;
        }
      }
      return true;
    }
  }

  private static final Map<String, FieldKind> KINDS = new LinkedHashMap<>();

  static {
    for (String text :
        new String[] {
          "name", "zone", "firstDay", "rhythm", "removedFor", "grace", "thinning", "room"
        }) {
      KINDS.put(text, FieldKind.TEXT);
    }
    for (String texts : new String[] {"keep", "snapshots", "leaveOut"}) {
      KINDS.put(texts, FieldKind.TEXTS);
    }
    KINDS.put(KEEPS_NOTHING, FieldKind.YES);
    KINDS.put(WORKING_COPIES, FieldKind.YES);
  }

  private PlanFields() {}

  /**
   * Refuses what is no plan.
   *
   * @throws PlanFormat.PlanException with the field and what was most likely meant
   */
  static void check(JsonNode plan) throws PlanFormat.PlanException {
    if (!plan.isObject()) {
      throw new PlanFormat.PlanException("The plan is no JSON object.");
    }
    for (Map.Entry<String, JsonNode> field : plan.properties()) {
      FieldKind kind = KINDS.get(field.getKey());
      if (kind == null) {
        throw new PlanFormat.PlanException(
            "A plan has no field “%s”%s"
                .formatted(
                    field.getKey(),
                    meant(field.getKey())
                        .map("; most likely “%s” is meant."::formatted)
                        .orElse("; it has " + String.join(", ", KINDS.keySet()) + ".")));
      }
      if (!kind.fits(field.getValue())) {
        throw new PlanFormat.PlanException(
            "“%s” has to be %s, and is %s."
                .formatted(field.getKey(), kind.words, field.getValue()));
      }
    }
  }

  private static Optional<String> meant(String written) {
    return KINDS.keySet().stream()
        .min(Comparator.comparingInt(name -> distance(name, written)))
        .filter(name -> distance(name, written) <= SLIPS);
  }

  /**
   * How many letters have to be changed, added or left out (Levenshtein, Binary codes capable of
   * correcting deletions, insertions and reversals, 1966); capital letters count as small ones.
   */
  private static int distance(String a, String b) {
    int[] last = new int[b.length() + 1];
    for (int j = 0; j <= b.length(); j++) {
      last[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      int[] next = new int[b.length() + 1];
      next[0] = i;
      for (int j = 1; j <= b.length(); j++) {
        boolean same =
            Character.toLowerCase(a.charAt(i - 1)) == Character.toLowerCase(b.charAt(j - 1));
        next[j] = Math.min(last[j - 1] + (same ? 0 : 1), 1 + Math.min(last[j], next[j - 1]));
      }
      last = next;
    }
    return last[b.length()];
  }
}
