package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.ZoneId;
import java.util.List;
import org.mendedleaf.core.keeping.Remnant;

/** The answer about where erased data still lies, and until when. */
public final class RemnantAnswer {

  private RemnantAnswer() {}

  public static void put(ArrayNode array, List<Remnant> remnants) {
    for (Remnant remnant : remnants) {
      ObjectNode node = array.addObject();
      if (remnant instanceof Remnant.InStore) {
        node.put("in", "store");
      } else if (remnant instanceof Remnant.InMirror in) {
        node.put("in", "mirror").put("folder", in.folder().toString()).put("here", in.isHere());
        in.until().ifPresent(until -> node.put("until", until.toString()));
      } else if (remnant instanceof Remnant.OnDesk on) {
        node.put("in", "desk").put("person", on.person()).put("seen", on.seen().toString());
      }
    }
  }

  public static String text(List<Remnant> remnants, ZoneId zone) {
    StringBuilder text = new StringBuilder();
    for (Remnant remnant : remnants) {
      text.append("  ").append(line(remnant, zone)).append('\n');
    }
    return remnants.isEmpty()
        ? "It lies nowhere any more that this desk can know of. Copies of the store’s folder that somebody made are not known.%n"
            .formatted()
        : "It still lies:%n%s".formatted(text);
  }

  private static String line(Remnant remnant, ZoneId zone) {
    if (remnant instanceof Remnant.InStore) {
      return "in files of the store that could not be deleted, or that somebody has put back";
    }
    if (remnant instanceof Remnant.InMirror in) {
      return in.until().isPresent()
          ? "in the mirror %s until %s".formatted(in.folder(), Text.moment(in.until().get(), zone))
          : "in the mirror %s, %sfor a week after it is brought up"
              .formatted(in.folder(), in.isHere() ? "" : "which is away, ");
    }
    Remnant.OnDesk on = (Remnant.OnDesk) remnant;
    return "names and times on %s’s desk, which was seen last on %s, until it opens the store again"
        .formatted(on.person(), Text.moment(on.seen(), zone));
  }
}
