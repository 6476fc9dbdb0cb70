package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What is different between two plans, in sentences. */
public final class PlanDifference {

  private PlanDifference() {}

  /** The differences; none where both keep the same. */
  public static List<String> of(NamedPlan first, NamedPlan second) {
    CarePlan before = first.plan();
    CarePlan after = second.plan();
    List<String> words = new ArrayList<>();
    changed("rhythm", first.rhythm().sentence(), second.rhythm().sentence(), words);
    for (SnapshotTimes one : first.snapshots()) {
      if (!second.snapshots().contains(one)) {
        words.add("no longer takes snapshots " + one.sentence());
      }
    }
    for (SnapshotTimes one : second.snapshots()) {
      if (!first.snapshots().contains(one)) {
        words.add("also takes snapshots " + one.sentence());
      }
    }
    for (KeepRule rule : before.rules()) {
      if (!after.rules().contains(rule)) {
        words.add("no longer keeps " + KeepSentences.format(rule));
      }
    }
    for (KeepRule rule : after.rules()) {
      if (!before.rules().contains(rule)) {
        words.add("also keeps " + KeepSentences.format(rule));
      }
    }
    changed("left out", leftOut(first), leftOut(second), words);
    if (first.workingCopies() != second.workingCopies()) {
      words.add(
          second.workingCopies()
              ? "also records programs' working copies"
              : "no longer records programs' working copies");
    }
    changed("thinning", first.thinning().sentence(), second.thinning().sentence(), words);
    changed("removed files", before.removed(), after.removed(), words);
    changed("grace time", before.grace(), after.grace(), words);
    changed("room", room(before), room(after), words);
    changed("time zone", before.zone(), after.zone(), words);
    changed("first day of the week", before.firstDay(), after.firstDay(), words);
    return words;
  }

  private static String leftOut(NamedPlan plan) {
    return plan.leaveOut().map(patterns -> String.join(", ", patterns)).orElse("each shelf's own");
  }

  private static String room(CarePlan plan) {
    return plan.room().map(Room::sentence).orElse("no limit");
  }

  private static void changed(String what, Object before, Object after, List<String> words) {
    if (!before.equals(after)) {
      words.add("%s: %s instead of %s".formatted(what, words(after), words(before)));
    }
  }

  private static String words(Object value) {
    return value instanceof DayOfWeek day
        ? day.getDisplayName(TextStyle.FULL, Locale.ENGLISH)
        : value.toString();
  }
}
