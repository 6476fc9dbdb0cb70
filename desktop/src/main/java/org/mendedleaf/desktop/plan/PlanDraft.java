package org.mendedleaf.desktop.plan;

import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Rhythm;
import org.mendedleaf.core.plan.Room;
import org.mendedleaf.core.plan.SnapshotTimes;
import org.mendedleaf.core.plan.Span;

/**
 * A plan as it is being written: words that may not be understood yet.
 *
 * @param rhythm how often it is captured
 * @param snapshots which are taken automatically
 * @param sentences without their "keep"
 * @param removed how long removed files are kept
 * @param grace how long what was let go is still there
 * @param room {@link #NO_LIMIT} where there is none
 * @param thinning how often what no rule claims is let go
 * @param copies whether programs' working copies are recorded too
 */
record PlanDraft(
    String name,
    String rhythm,
    List<String> snapshots,
    List<String> sentences,
    String removed,
    String grace,
    String room,
    String thinning,
    boolean copies) {

  static final String NO_LIMIT = "no limit";

  PlanDraft {
    snapshots = List.copyOf(snapshots);
    sentences = List.copyOf(sentences);
  }

  static PlanDraft of(NamedPlan plan) {
    return new PlanDraft(
        plan.name(),
        plan.rhythm().sentence(),
        plan.snapshots().stream().map(SnapshotTimes::sentence).toList(),
        plan.plan().rules().stream().map(KeepSentences::format).toList(),
        plan.plan().removed().toString(),
        plan.plan().grace().toString(),
        plan.plan().room().map(Room::sentence).orElse(NO_LIMIT),
        plan.thinning().sentence(),
        plan.workingCopies());
  }

  /** What a shelf without a plan does: it keeps everything. */
  static PlanDraft keepingAll(String name, ZoneId zone) {
    return of(NamedPlan.keepingAll(name, zone, DayOfWeek.MONDAY));
  }

  /** The plan, if every part of it is understood. */
  Optional<NamedPlan> plan(ZoneId zone, DayOfWeek firstDay) {
    Optional<List<KeepRule>> rules = all(sentences.stream().map(KeepSentences::parse).toList());
    Optional<List<SnapshotTimes>> times =
        all(snapshots.stream().map(SnapshotTimes::parse).toList());
    Optional<Span> removedFor = Span.parse(removed);
    Optional<Span> graceTime = Span.parse(grace);
    Optional<Rhythm> captured = Rhythm.parse(rhythm);
    Optional<Rhythm> thinned =
        Rhythm.parse(thinning).filter(one -> !(one instanceof Rhythm.OnSave));
    Optional<Room> limit = Room.parse(room);
    boolean isRoomKnown = limit.isPresent() || room.strip().equalsIgnoreCase(NO_LIMIT);
    if (name.isBlank()
        || rules.isEmpty()
        || times.isEmpty()
        || captured.isEmpty()
        || thinned.isEmpty()
        || removedFor.isEmpty()
        || graceTime.isEmpty()
        || !isRoomKnown) {
      return Optional.empty();
    }
    CarePlan plan =
        new CarePlan(zone, firstDay, rules.get(), removedFor.get(), graceTime.get(), limit);
    return Optional.of(
        new NamedPlan(name.strip(), plan, captured.get(), times.get(), thinned.get())
            .withWorkingCopies(copies));
  }

  /** All of them; empty if one is not understood. */
  private static <T> Optional<List<T>> all(List<Optional<T>> parsed) {
    List<T> all = parsed.stream().flatMap(Optional::stream).toList();
    return all.size() == parsed.size() ? Optional.of(all) : Optional.empty();
  }

  PlanDraft keeping(List<String> others) {
    return new PlanDraft(name, rhythm, snapshots, others, removed, grace, room, thinning, copies);
  }

  PlanDraft taking(List<String> others) {
    return new PlanDraft(name, rhythm, others, sentences, removed, grace, room, thinning, copies);
  }

  PlanDraft with(String sentence) {
    List<String> more = new ArrayList<>(sentences);
    more.add(sentence);
    return keeping(more);
  }

  PlanDraft withSnapshots(String sentence) {
    List<String> more = new ArrayList<>(snapshots);
    more.add(sentence);
    return taking(more);
  }

  PlanDraft captured(String sentence) {
    return new PlanDraft(
        name, sentence, snapshots, sentences, removed, grace, room, thinning, copies);
  }

  PlanDraft called(String other) {
    return new PlanDraft(
        other, rhythm, snapshots, sentences, removed, grace, room, thinning, copies);
  }

  PlanDraft removedFor(String span) {
    return new PlanDraft(name, rhythm, snapshots, sentences, span, grace, room, thinning, copies);
  }

  PlanDraft onNoticeFor(String span) {
    return new PlanDraft(name, rhythm, snapshots, sentences, removed, span, room, thinning, copies);
  }

  PlanDraft limitedTo(String sentence) {
    return new PlanDraft(
        name, rhythm, snapshots, sentences, removed, grace, sentence, thinning, copies);
  }

  PlanDraft thinned(String sentence) {
    return new PlanDraft(
        name, rhythm, snapshots, sentences, removed, grace, room, sentence, copies);
  }

  PlanDraft recordingCopies(boolean wanted) {
    return new PlanDraft(
        name, rhythm, snapshots, sentences, removed, grace, room, thinning, wanted);
  }
}
