package org.mendedleaf.core.findings;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;

/**
 * Findings as the metadata of a line of the log: {@code {"findings":[{"kind":WORD,"strength":WORD,
 * "measured":NUMBER,"usual":NUMBER,"other"?:FILE}]}}. Kinds that a newer program found are passed
 * over: a finding is a claim, and nothing else depends on it.
 */
public final class FindingsFormat {

  private static final ObjectMapper JSON = new ObjectMapper();

  private FindingsFormat() {}

  public static String encode(List<Finding> findings) {
    ObjectNode says = JSON.createObjectNode();
    ArrayNode all = says.putArray("findings");
    for (Finding finding : findings) {
      ObjectNode one = all.addObject();
      one.put("kind", finding.kind().word()).put("strength", finding.strength().word());
      one.put("measured", finding.measured()).put("usual", finding.usual());
      finding.other().ifPresent(file -> one.put("other", file));
    }
    return says.toString();
  }

  public static List<Finding> decode(JsonNode says) {
    List<Finding> findings = new ArrayList<>();
    for (JsonNode one : says.path("findings")) {
      try {
        findings.add(
            new Finding(
                FindingKind.of(one.path("kind").asText()),
                FindingStrength.of(one.path("strength").asText()),
                one.path("measured").asLong(),
                one.path("usual").asLong(),
                one.has("other")
                    ? OptionalLong.of(one.get("other").asLong())
                    : OptionalLong.empty()));
      } catch (IllegalArgumentException e) {
        // Of a kind that is not known here.
      }
    }
    return findings;
  }
}
