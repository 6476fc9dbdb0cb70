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
import org.mendedleaf.core.plan.Span;

/**
 * A plan as it is being written: words that may not be understood yet.
 *
 * @param rhythm how often it is captured
 * @param sentences without their "keep"
 * @param removed how long removed files are kept
 * @param grace how long what was let go is still there
 */
record PlanDraft(String name, String rhythm, List<String> sentences, String removed, String grace) {

  PlanDraft {
    sentences = List.copyOf(sentences);
  }

  static PlanDraft of(NamedPlan plan) {
    return new PlanDraft(
        plan.name(),
        plan.rhythm().sentence(),
        plan.plan().rules().stream().map(KeepSentences::format).toList(),
        plan.plan().removed().toString(),
        plan.plan().grace().toString());
  }

  /** What a shelf without a plan does: it keeps everything. */
  static PlanDraft keepingAll(String name) {
    return new PlanDraft(
        name,
        Rhythm.byHand().sentence(),
        List.of("everything"),
        CarePlan.REMOVED.toString(),
        CarePlan.GRACE.toString());
  }

  boolean isUnderstood(int sentence) {
    return KeepSentences.parse(sentences.get(sentence)).isPresent();
  }

  /** The plan, if all of it is understood. */
  Optional<NamedPlan> plan(ZoneId zone, DayOfWeek firstDay) {
    List<KeepRule> rules = new ArrayList<>();
    for (String sentence : sentences) {
      Optional<KeepRule> rule = KeepSentences.parse(sentence);
      if (rule.isEmpty()) {
        return Optional.empty();
      }
      rules.add(rule.get());
    }
    Optional<Span> removedFor = Span.parse(removed);
    Optional<Span> graceTime = Span.parse(grace);
    Optional<Rhythm> captured = Rhythm.parse(rhythm);
    if (name.isBlank() || captured.isEmpty() || removedFor.isEmpty() || graceTime.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        new NamedPlan(
            name.strip(),
            new CarePlan(zone, firstDay, rules, removedFor.get(), graceTime.get()),
            captured.get()));
  }

  PlanDraft withSentence(int at, String sentence) {
    List<String> changed = new ArrayList<>(sentences);
    changed.set(at, sentence);
    return new PlanDraft(name, rhythm, changed, removed, grace);
  }

  PlanDraft with(String sentence) {
    List<String> changed = new ArrayList<>(sentences);
    changed.add(sentence);
    return new PlanDraft(name, rhythm, changed, removed, grace);
  }

  PlanDraft without(int at) {
    List<String> changed = new ArrayList<>(sentences);
    changed.remove(at);
    return new PlanDraft(name, rhythm, changed, removed, grace);
  }

  PlanDraft captured(String sentence) {
    return new PlanDraft(name, sentence, sentences, removed, grace);
  }

  PlanDraft called(String other) {
    return new PlanDraft(other, rhythm, sentences, removed, grace);
  }

  PlanDraft removedFor(String span) {
    return new PlanDraft(name, rhythm, sentences, span, grace);
  }

  PlanDraft onNoticeFor(String span) {
    return new PlanDraft(name, rhythm, sentences, removed, span);
  }
}
