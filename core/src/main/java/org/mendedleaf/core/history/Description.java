package org.mendedleaf.core.history;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;

/**
 * A description of a file by people.
 *
 * @param text what it is, in words; empty if nobody said
 * @param category which sort of file it is; empty if nobody said
 * @param tell persons who want to know of each new revision
 */
public record Description(String text, String category, List<String> tell) {

  /** No description. */
  public static final Description NONE = new Description("", "", List.of());

  public Description {
    tell = List.copyOf(tell);
  }

  public String encode() {
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    node.put("description", text).put("category", category);
    ArrayNode persons = node.putArray("tell");
    tell.forEach(persons::add);
    return node.toString();
  }

  public static Description decode(JsonNode node) {
    List<String> persons = new ArrayList<>();
    node.path("tell").forEach(person -> persons.add(person.asText()));
    return new Description(
        node.path("description").asText(), node.path("category").asText(), persons);
  }
}
