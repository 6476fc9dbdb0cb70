package org.mendedleaf.core.history;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** One setting of a whole shelf, in the form of a line of metadata. */
public sealed interface ShelfSetting {

  /**
   * The people and their roles: {@code {"people":{NAME:ROLE,…},"others":ROLE}}.
   *
   * @param people all of them
   */
  record Persons(People people) implements ShelfSetting {
    @Override
    public String what() {
      return "people";
    }

    @Override
    public String encode() {
      ObjectNode node = JsonNodeFactory.instance.objectNode();
      ObjectNode named = node.putObject("people");
      people.named().forEach((name, role) -> named.put(name, role.word()));
      return node.put("others", people.others().word()).toString();
    }
  }

  /** Recording, on or paused: {@code {"recording":WORD}}. */
  record Switched(ShelfSettings.Recording to) implements ShelfSetting {
    @Override
    public String what() {
      return "recording";
    }

    @Override
    public String encode() {
      return MetadataFormat.encodeText("recording", to.word());
    }
  }

  /** The patterns that are left out: {@code {"leaveOut":[{"pattern":P,"since":INSTANT},…]}}. */
  record Patterns(LeftOut leftOut) implements ShelfSetting {
    @Override
    public String what() {
      return "leaveOut";
    }

    @Override
    public String encode() {
      ObjectNode node = JsonNodeFactory.instance.objectNode();
      var rules = node.putArray("leaveOut");
      for (LeftOut.Rule rule : leftOut.rules()) {
        rules.addObject().put("pattern", rule.pattern()).put("since", rule.since().toString());
      }
      return node.toString();
    }
  }

  /**
   * The care plan: {@code {"plan":PLAN}}.
   *
   * @param json the plan, which this package does not look into
   */
  record Planned(String json) implements ShelfSetting {
    @Override
    public String what() {
      return "plan";
    }

    @Override
    public String encode() {
      ObjectNode node = JsonNodeFactory.instance.objectNode();
      return node.set("plan", MetadataFormat.parse(json)).toString();
    }
  }

  /**
   * A reference to the plan of this name, as it was set last on any shelf of the store: {@code
   * {"plan":{"name":NAME}}}.
   */
  record Shares(String name) implements ShelfSetting {
    @Override
    public String what() {
      return "plan";
    }

    @Override
    public String encode() {
      ObjectNode node = JsonNodeFactory.instance.objectNode();
      node.putObject("plan").put("name", name);
      return node.toString();
    }
  }

  /** The name of the plan that a line sets; empty if it sets something else, or refers to one. */
  static Optional<String> planSetBy(JsonNode says) {
    JsonNode plan = says.path("plan");
    return plan.size() > 1 ? Optional.of(plan.path("name").asText()) : Optional.empty();
  }

  /**
   * A yes or no: {@code {WHAT:BOOLEAN}}.
   *
   * @param question what it answers
   */
  record Answered(Question question, boolean yes) implements ShelfSetting {
    @Override
    public String what() {
      return question.word;
    }

    @Override
    public String encode() {
      return JsonNodeFactory.instance.objectNode().put(question.word, yes).toString();
    }
  }

  /** A setting that is on or off; off until somebody sets it. */
  enum Question {
    /** Notes are required when bringing in. */
    NOTE_REQUIRED("noteRequired"),
    /** Whether drafts are told from issued revisions. */
    STAGES("stages"),
    /** Whether same-named arrivals become revisions automatically. */
    ADMITS("admits");

    private final String word;

    Question(String word) {
      this.word = word;
    }
  }

  /** Which part it is, as the log's line names it. */
  String what();

  /** The line of metadata. */
  String encode();

  /**
   * What the last word on each part comes to.
   *
   * @param said lines of metadata by part, each with when it was said
   */
  static ShelfSettings settings(Map<String, SaidSetting> said) {
    ShelfSettings none = ShelfSettings.NONE;
    Optional<SaidSetting> switched = Optional.ofNullable(said.get("recording"));
    return new ShelfSettings(
        node(said, "people").map(ShelfSetting::people).orElse(none.people()),
        switched
            .map(one -> MetadataFormat.parse(one.line()).get("recording").asText())
            .map(ShelfSettings.Recording::of)
            .orElse(none.recording()),
        switched.map(SaidSetting::at),
        node(said, "leaveOut").map(ShelfSetting::leftOut).orElse(none.leftOut()),
        yes(said, Question.NOTE_REQUIRED),
        yes(said, Question.STAGES),
        yes(said, Question.ADMITS),
        node(said, "plan").map(one -> one.get("plan").toString()));
  }

  /** A line of metadata and when it was said. */
  record SaidSetting(String line, Instant at) {}

  private static Optional<JsonNode> node(Map<String, SaidSetting> said, String what) {
    return Optional.ofNullable(said.get(what)).map(one -> MetadataFormat.parse(one.line()));
  }

  private static boolean yes(Map<String, SaidSetting> said, Question question) {
    return node(said, question.word).map(one -> one.get(question.word).asBoolean()).orElse(false);
  }

  private static People people(JsonNode node) {
    Map<String, Role> named = new TreeMap<>();
    node.get("people").properties().forEach(one -> named.put(one.getKey(), role(one.getValue())));
    return new People(named, role(node.get("others")));
  }

  private static Role role(JsonNode word) {
    // A newer program's role: looking harms nothing.
    return Role.of(word.asText()).orElse(Role.LOOKER);
  }

  private static LeftOut leftOut(JsonNode node) {
    List<LeftOut.Rule> rules = new ArrayList<>();
    for (JsonNode rule : node.get("leaveOut")) {
      rules.add(
          new LeftOut.Rule(
              rule.get("pattern").asText(), Instant.parse(rule.get("since").asText())));
    }
    return new LeftOut(rules);
  }
}
