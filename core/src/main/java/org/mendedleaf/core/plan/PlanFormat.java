package org.mendedleaf.core.plan;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A plan as JSON, in the log and in files that people write: {@code
 * {"name":…,"zone":…,"firstDay":"monday","rhythm":"every 20 minutes","keep":["the newest
 * 5",…],"removedFor":"90 days","grace":"30 days","snapshots":["at 18:00 on Friday, labelled Week
 * {week}, for 1 year"],"thinning":"at 3:00 every day","room":"at most 20 GB"}}. The sentences are
 * those of {@code docs/keep-rules.md}. Nothing is guessed: a field that is none of these, or is of
 * another kind, is refused, since what it was to keep would be let go. A plan that keeps nothing
 * says {@code "keepsNothing":true} instead of "keep".
 */
public final class PlanFormat {

  private static final ObjectMapper JSON = new ObjectMapper();

  private PlanFormat() {}

  /** A mistake in a plan that somebody wrote, in one sentence. */
  public static final class PlanException extends Exception {
    private static final long serialVersionUID = 1L;

    PlanException(String message) {
      super(message);
    }
  }

  public static ObjectNode encode(NamedPlan named) {
    CarePlan plan = named.plan();
    ObjectNode node = JSON.createObjectNode();
    node.put("name", named.name()).put("zone", plan.zone().getId());
    node.put("firstDay", plan.firstDay().name().toLowerCase(Locale.ROOT));
    ArrayNode keep = node.putArray("keep");
    plan.rules().forEach(rule -> keep.add(KeepSentences.format(rule)));
    if (named.keepsNothing()) {
      node.remove("keep");
      node.put(PlanFields.KEEPS_NOTHING, true);
    }
    node.put("rhythm", named.rhythm().sentence());
    node.put("removedFor", plan.removed().toString());
    node.put("grace", plan.grace().toString());
    if (!named.snapshots().isEmpty()) {
      ArrayNode snapshots = node.putArray("snapshots");
      named.snapshots().forEach(one -> snapshots.add(one.sentence()));
    }
    if (named.leaveOut().isPresent()) {
      ArrayNode leaveOut = node.putArray("leaveOut");
      named.leaveOut().get().forEach(leaveOut::add);
    }
    if (named.workingCopies()) {
      node.put(PlanFields.WORKING_COPIES, true);
    }
    plan.room().ifPresent(room -> node.put("room", room.sentence()));
    return node.put("thinning", named.thinning().sentence());
  }

  /**
   * Reads what {@link #encode} wrote, or what a person wrote; what is left out has its usual value.
   *
   * @param zone where none is said
   */
  public static NamedPlan decode(String json, ZoneId zone) throws PlanException {
    JsonNode node;
    try {
      node = JSON.readTree(json);
    } catch (JsonProcessingException e) {
      throw new PlanException("The plan is no JSON (%s).".formatted(e.getOriginalMessage()));
    }
    PlanFields.check(node);
    String name = node.path("name").asText().strip();
    if (name.isEmpty()) {
      throw new PlanException("The plan has no name.");
    }
    boolean keepsNothing = node.path(PlanFields.KEEPS_NOTHING).asBoolean();
    if (keepsNothing != node.path("keep").isEmpty()) {
      throw new PlanException(
          keepsNothing
              ? "The plan says both what it keeps and that it keeps nothing."
              : "The plan does not say what it keeps: “keep” has no sentence in it. If it is to keep nothing but what is current, it has to say so: \"keepsNothing\": true.");
    }
    List<KeepRule> rules = new ArrayList<>();
    for (JsonNode sentence : node.path("keep")) {
      rules.add(
          KeepSentences.parse(sentence.asText())
              .orElseThrow(
                  () ->
                      new PlanException(
                          "“%s” is no keep rule; docs/keep-rules.md gives them all."
                              .formatted(sentence.asText()))));
    }
    return new NamedPlan(
        name,
        new CarePlan(
            zone(node, zone),
            firstDay(node),
            rules,
            span(node, "removedFor", CarePlan.REMOVED),
            span(node, "grace", CarePlan.GRACE),
            room(node)),
        rhythm(node, "rhythm"),
        snapshots(node),
        thinning(node),
        leaveOut(node),
        node.path(PlanFields.WORKING_COPIES).asBoolean());
  }

  private static Optional<List<String>> leaveOut(JsonNode node) {
    if (!node.hasNonNull("leaveOut")) {
      return Optional.empty();
    }
    List<String> patterns = new ArrayList<>();
    node.get("leaveOut").forEach(pattern -> patterns.add(pattern.asText()));
    return Optional.of(patterns);
  }

  private static Optional<Room> room(JsonNode node) throws PlanException {
    if (!node.hasNonNull("room")) {
      return Optional.empty();
    }
    String text = node.get("room").asText();
    return Optional.of(
        Room.parse(text)
            .orElseThrow(
                () ->
                    new PlanException(
                        "“%s” is no room, as “at most 20 GB” or “10 GB free” is."
                            .formatted(text))));
  }

  private static List<SnapshotTimes> snapshots(JsonNode node) throws PlanException {
    List<SnapshotTimes> snapshots = new ArrayList<>();
    for (JsonNode sentence : node.path("snapshots")) {
      snapshots.add(
          SnapshotTimes.parse(sentence.asText())
              .orElseThrow(
                  () ->
                      new PlanException(
                          "“%s” does not say when snapshots are taken, as “at 18:00 on Friday, labelled Week {week}, for 1 year” does."
                              .formatted(sentence.asText()))));
    }
    return snapshots;
  }

  private static Rhythm thinning(JsonNode node) throws PlanException {
    Rhythm thinning = rhythm(node, "thinning");
    if (thinning instanceof Rhythm.OnSave) {
      throw new PlanException("Thinning has times of its own; “on save” is none.");
    }
    return thinning;
  }

  private static Rhythm rhythm(JsonNode node, String field) throws PlanException {
    String text = node.path(field).asText(Rhythm.byHand().sentence());
    return Rhythm.parse(text)
        .orElseThrow(
            () ->
                new PlanException(
                    "“%s” is no rhythm, as “on save”, “every 20 minutes” or “at 12:30 and 18:00 on weekdays” is."
                        .formatted(text)));
  }

  private static ZoneId zone(JsonNode node, ZoneId usual) throws PlanException {
    try {
      return node.has("zone") ? ZoneId.of(node.get("zone").asText()) : usual;
    } catch (DateTimeException e) {
      throw new PlanException("“%s” is no time zone.".formatted(node.get("zone").asText()));
    }
  }

  private static DayOfWeek firstDay(JsonNode node) throws PlanException {
    String day = node.path("firstDay").asText("monday");
    for (DayOfWeek one : DayOfWeek.values()) {
      if (one.name().equalsIgnoreCase(day)) {
        return one;
      }
    }
    throw new PlanException("“%s” is no day of the week.".formatted(day));
  }

  private static Span span(JsonNode node, String field, Span usual) throws PlanException {
    if (!node.has(field)) {
      return usual;
    }
    String text = node.get(field).asText();
    return Span.parse(text)
        .orElseThrow(
            () -> new PlanException("“%s” is no span of time, as “30 days” is.".formatted(text)));
  }
}
