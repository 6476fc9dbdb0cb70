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
import org.mendedleaf.core.plan.Span;

/**
 * A plan as it is being written: words that may not be understood yet.
 *
 * @param sentences without their "keep"
 * @param removed how long removed files are kept
 * @param grace how long what was let go is still there
 */
record PlanDraft(String name, List<String> sentences, String removed, String grace) {

  PlanDraft {
    sentences = List.copyOf(sentences);
  }

  static PlanDraft of(NamedPlan plan) {
    return new PlanDraft(
        plan.name(),
        plan.plan().rules().stream().map(KeepSentences::format).toList(),
        plan.plan().removed().toString(),
        plan.plan().grace().toString());
  }

  /** What a shelf without a plan does: it keeps everything. */
  static PlanDraft keepingAll(String name) {
    return new PlanDraft(
        name, List.of("everything"), CarePlan.REMOVED.toString(), CarePlan.GRACE.toString());
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
    if (name.isBlank() || removedFor.isEmpty() || graceTime.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        new NamedPlan(
            name.strip(), new CarePlan(zone, firstDay, rules, removedFor.get(), graceTime.get())));
  }

  PlanDraft withSentence(int at, String sentence) {
    List<String> changed = new ArrayList<>(sentences);
    changed.set(at, sentence);
    return new PlanDraft(name, changed, removed, grace);
  }

  PlanDraft with(String sentence) {
    List<String> changed = new ArrayList<>(sentences);
    changed.add(sentence);
    return new PlanDraft(name, changed, removed, grace);
  }

  PlanDraft without(int at) {
    List<String> changed = new ArrayList<>(sentences);
    changed.remove(at);
    return new PlanDraft(name, changed, removed, grace);
  }

  PlanDraft called(String other) {
    return new PlanDraft(other, sentences, removed, grace);
  }

  PlanDraft removedFor(String span) {
    return new PlanDraft(name, sentences, span, grace);
  }

  PlanDraft onNoticeFor(String span) {
    return new PlanDraft(name, sentences, removed, span);
  }
}
