package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.Collectors;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.leftovers.Leftover;

/** Leftovers, as text and as JSON. */
public final class LeftoverAnswer {

  private final ZoneId zone;

  public LeftoverAnswer(ZoneId zone) {
    this.zone = zone;
  }

  /**
   * @param looked where was looked
   * @param dismissed how many are not listed, since nobody wants to hear of them
   */
  public Answer of(List<Leftover> leftovers, List<Path> looked, int dismissed) {
    ObjectNode node = Json.object();
    ArrayNode all = node.putArray("leftovers");
    StringBuilder text = new StringBuilder();
    for (Leftover one : leftovers) {
      ObjectNode object = all.addObject();
      object.put("path", one.path().toString()).put("size", one.size());
      object.put("saved", one.saved().toString()).put("verdict", one.verdict().word());
      object.put("shelf", one.shelf().name()).put("standsFor", one.place().shown());
      one.file().ifPresent(file -> object.put("file", file.file()));
      one.same().ifPresent(number -> object.put("same", number));
      text.append(
          "%s%n  %s of %s, saved %s: %s%n"
              .formatted(
                  one.path(),
                  Text.size(one.size()),
                  "%s on %s".formatted(one.place().shown(), one.shelf().name()),
                  Text.moment(one.saved(), zone),
                  verdict(one)));
    }
    ArrayNode places = node.putArray("lookedIn");
    looked.forEach(place -> places.add(place.toString()));
    String lookedIn = looked.stream().map(Path::toString).collect(Collectors.joining(", "));
    text.append(
        "%s looked in: %s.%n"
            .formatted(
                leftovers.isEmpty() ? "No leftover was found;" : "Also",
                lookedIn.isEmpty() ? "nowhere" : lookedIn));
    if (dismissed > 0) {
      node.put("dismissed", dismissed);
      text.append("Dismissed ones are not listed: %d.%n".formatted(dismissed));
    }
    return Answer.done(node, text.toString());
  }

  private static String verdict(Leftover one) {
    return switch (one.verdict()) {
      case NEWER -> "newer than anything recorded; “leftovers take” makes it the next revision.";
      case ONLY_SURVIVOR ->
          "the only survivor of a file that was never recorded; “leftovers take” gives it back its name.";
      case OLDER -> "not recorded, and older than the newest revision.";
      case SAME -> "the same as %s.".formatted(Revision.numbered(one.same().orElse(0)));
      case DAMAGED -> "it looks damaged.";
    };
  }
}
