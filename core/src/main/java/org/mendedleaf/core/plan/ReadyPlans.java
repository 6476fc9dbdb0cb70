package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Plans for the usual wishes, to be taken as they are or changed. */
public final class ReadyPlans {

  /** The part of a drive that stays free under a plan that may use all other room. */
  private static final long FREE = 10_000_000_000L;

  /** What a newly protected folder has unless something else is chosen, recorded on save. */
  public static final String FIRST_CHOICE = "Office memory";

  private ReadyPlans() {}

  /** The plans, those that keep less first. */
  public static List<NamedPlan> of(ZoneId zone, DayOfWeek firstDay) {
    return List.of(
        plan(
            "Safety net",
            zone,
            firstDay,
            "what was replaced less than 7 days ago",
            "what closed a day in the last 30 days"),
        plan(
            FIRST_CHOICE,
            zone,
            firstDay,
            "what was replaced less than 14 days ago",
            "what closed a day in the last 90 days",
            "what closed a week in the last 1 year",
            "what closed a month in the last 5 years",
            "what was issued",
            "what has a note",
            "what is known good"),
        asLongAsThereIsRoom(zone, firstDay),
        plan("Archive", zone, firstDay, "everything"));
  }

  /** On a drive that is nearly full already it lets go at once, of what is oldest. */
  private static NamedPlan asLongAsThereIsRoom(ZoneId zone, DayOfWeek firstDay) {
    NamedPlan all = plan("As long as there is room", zone, firstDay, "everything");
    return new NamedPlan(
        all.name(), all.plan().withRoom(Optional.of(new Room.Free(FREE))), all.rhythm());
  }

  /** The plan of a newly protected folder. */
  public static NamedPlan firstChoice(ZoneId zone, DayOfWeek firstDay) {
    return named(FIRST_CHOICE, zone, firstDay).orElseThrow().captured(new Rhythm.OnSave());
  }

  /** The ready plan of a name, in whatever case. */
  public static Optional<NamedPlan> named(String name, ZoneId zone, DayOfWeek firstDay) {
    return of(zone, firstDay).stream().filter(one -> one.name().equalsIgnoreCase(name)).findFirst();
  }

  private static NamedPlan plan(String name, ZoneId zone, DayOfWeek firstDay, String... keep) {
    List<KeepRule> rules =
        Stream.of(keep).map(sentence -> KeepSentences.parse(sentence).orElseThrow()).toList();
    return new NamedPlan(name, new CarePlan(zone, firstDay, rules, CarePlan.REMOVED));
  }
}
