package org.mendedleaf.core.catalog.lines;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.RevisionKey;

/** The fields of one line of the log, in the order in which they are written. */
final class LineFields {

  private final ObjectNode node;

  /** The fields of a line to be written. */
  LineFields() {
    this(JsonNodeFactory.instance.objectNode());
  }

  LineFields(ObjectNode node) {
    this.node = node;
  }

  String text() {
    return node.toString();
  }

  LineFields put(String name, long number) {
    node.put(name, number);
    return this;
  }

  LineFields put(String name, OptionalInt number) {
    number.ifPresent(value -> node.put(name, value));
    return this;
  }

  LineFields put(String name, boolean is) {
    node.put(name, is);
    return this;
  }

  LineFields put(String name, String text) {
    node.put(name, text);
    return this;
  }

  LineFields put(String name, RevisionKey revision) {
    node.putArray(name).add(revision.segment()).add(revision.line());
    return this;
  }

  LineFields put(String name, Detail.FormerNumber number) {
    node.putArray(name).add(number.file()).add(number.number());
    return this;
  }

  LineFields put(DrillFigures figures) {
    return put("drill", figures.sampled())
        .put("of", figures.of())
        .put("opened", figures.opened())
        .put("bytes", figures.bytes())
        .put("millis", figures.millis())
        .put("full", figures.fullMillis());
  }

  LineFields put(Detail.MetadataPlace place) {
    node.putArray("m").add(place.block()).add(place.line());
    return this;
  }

  long number(String name) {
    return node.required(name).asLong();
  }

  int small(String name) {
    return node.required(name).asInt();
  }

  OptionalInt maybe(String name) {
    JsonNode number = node.get(name);
    return number == null ? OptionalInt.empty() : OptionalInt.of(number.asInt());
  }

  Optional<Detail.FormerNumber> former(String name) {
    return Optional.ofNullable(node.get(name))
        .map(was -> new Detail.FormerNumber(was.required(0).asLong(), was.required(1).asInt()));
  }

  /** Whether a field that may be missing is there and true. */
  boolean isSaid(String name) {
    return node.path(name).asBoolean();
  }

  boolean is(String name) {
    return node.required(name).asBoolean();
  }

  String text(String name) {
    return node.required(name).asText();
  }

  Instant time(String name) {
    return Instant.parse(text(name));
  }

  RevisionKey revision(String name) {
    JsonNode key = node.required(name);
    return new RevisionKey(key.required(0).asLong(), key.required(1).asInt());
  }

  DrillFigures figures() {
    return new DrillFigures(
        small("drill"),
        number("of"),
        small("opened"),
        number("bytes"),
        number("millis"),
        number("full"));
  }

  Detail.MetadataPlace place() {
    JsonNode m = node.required("m");
    return new Detail.MetadataPlace(m.required(0).asInt(), m.required(1).asInt());
  }
}
