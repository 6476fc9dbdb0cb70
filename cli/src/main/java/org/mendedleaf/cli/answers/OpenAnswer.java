package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;

/** Says which programs have open what is put back: their next save would write over it. */
public final class OpenAnswer {

  private OpenAnswer() {}

  /**
   * The same answer with what is open.
   *
   * @param open programs by file
   */
  public static Answer with(Answer answer, Map<Path, Set<String>> open) {
    if (open.isEmpty()) {
      return answer;
    }
    StringBuilder text = new StringBuilder(answer.text());
    ArrayNode all = answer.json().putArray("openIn");
    open.entrySet().stream()
        .sorted(Map.Entry.comparingByKey())
        .forEach(
            one -> {
              ObjectNode node = all.addObject().put("path", one.getKey().toString());
              one.getValue().forEach(node.putArray("programs")::add);
              text.append(
                  "%s is open in %s: close it there without saving; its next save would write over what is put back.%n"
                      .formatted(one.getKey(), String.join(", ", one.getValue())));
            });
    return new Answer(answer.json(), text.toString(), answer.exit());
  }
}
