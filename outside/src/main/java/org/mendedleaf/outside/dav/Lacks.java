package org.mendedleaf.outside.dav;

import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.outside.Power;
import org.mendedleaf.core.outside.Powers;

/** What a server can do, by what it announces. */
final class Lacks {

  private Lacks() {}

  /**
   * What can be done.
   *
   * @param abilities that it announces (RFC 4918, 10.1)
   */
  static Powers of(Set<String> abilities, DavTold whole) {
    Optional<Set<String>> said =
        whole.text(DavNames.POWERS).map(text -> Set.of(text.split("\\s+", -1)));
    Map<Power, String> missing = new EnumMap<>(Power.class);
    for (Power power : Power.values()) {
      if (!said.map(all -> isSaid(power, all)).orElseGet(() -> isUsual(power, abilities, whole))) {
        missing.put(power, reason(power));
      }
    }
    return new Powers(missing);
  }

  private static boolean isSaid(Power power, Set<String> all) {
    String code = power.name().toLowerCase(Locale.ROOT).replace('_', '-');
    // A lock does as well: compare, put and unlock.
    return all.contains(code) || (power == Power.CONDITIONAL && all.contains("locks"));
  }

  /** What a server has that says nothing of its powers. */
  private static boolean isUsual(Power power, Set<String> abilities, DavTold whole) {
    return switch (power) {
      case STATES, WHO, NOTES -> abilities.contains("version-control");
      case CONDITIONAL -> true;
      case ROOM -> whole.says(DavNames.USED);
      default -> false;
    };
  }

  private static String reason(Power power) {
    return switch (power) {
      case STATES -> "This storage keeps no earlier states.";
      case SWITCH -> "Whether earlier states are kept cannot be set here.";
      case NUMBERS -> "This storage does not number its states.";
      case NOTES -> "This storage takes no notes on a state.";
      case WHO -> "This storage does not say who made a state.";
      case DRAFTS -> "This storage does not tell drafts from issued states.";
      case CONDITIONAL ->
          "This storage cannot replace a file only if it is still the one that was looked at.";
      case HIDING -> "What is removed here cannot be brought back at any time.";
      case BIN -> "This storage has no bin.";
      case ERASING_STATES -> "This storage does not erase single states.";
      case HOLDS -> "This storage holds no states.";
      case SNAPSHOTS -> "This storage takes no snapshots.";
      case SNAPSHOTS_BY_HAND -> "Snapshots cannot be taken by hand here.";
      case SCHEDULE -> "This storage takes no snapshots by a schedule.";
      case FILE_BACK -> "This storage cannot put one file back to a snapshot.";
      case FOLDER_BACK -> "This storage cannot put a folder back to a snapshot.";
      case LIMIT_BY_NUMBER -> "The number of states cannot be limited here.";
      case LIMIT_BY_AGE -> "The age of earlier states cannot be limited here.";
      case LIMIT_BY_ROOM -> "The room cannot be limited here.";
      case DESCRIPTIONS -> "This storage has no descriptions of files.";
      case PEOPLE -> "This storage does not say who may see a file.";
      case CHECKSUMS -> "This storage says no checksums; what arrives is read back instead.";
      case ROOM -> "This storage does not say how much room is used.";
    };
  }
}
