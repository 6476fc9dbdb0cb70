package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.ZoneId;
import java.util.List;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.history.Revision;

/** The answer about changes that were recorded and cannot be read any more. */
public final class GapAnswer {

  private GapAnswer() {}

  /** Only where there are any. */
  public static void put(ObjectNode node, List<Gap> gaps) {
    if (gaps.isEmpty()) {
      return;
    }
    ArrayNode array = node.putArray("gaps");
    for (Gap gap : gaps) {
      ObjectNode one = array.addObject().put("act", gap.act()).put("at", gap.at().toString());
      gap.file().ifPresent(file -> one.put("file", file));
      gap.revision().ifPresent(number -> one.put("revision", number));
    }
  }

  public static String ofFile(List<Gap> gaps, ZoneId zone) {
    StringBuilder text = new StringBuilder();
    for (Gap gap : gaps) {
      text.append(
          "%-11s  %s  cannot be read: a part of the store is damaged or lost%n"
              .formatted(
                  gap.revision().isPresent()
                      ? Revision.numbered(gap.revision().getAsInt())
                      : "a change",
                  Text.moment(gap.at(), zone)));
    }
    return text.toString();
  }

  public static String onShelf(List<Gap> gaps, ZoneId zone) {
    if (gaps.isEmpty()) {
      return "";
    }
    long unknown =
        gaps.stream()
            .filter(gap -> !gap.isFileKnown())
            .flatMapToLong(gap -> gap.file().stream())
            .distinct()
            .count();
    String first = Text.moment(gaps.get(0).at(), zone);
    String last = Text.moment(gaps.get(gaps.size() - 1).at(), zone);
    return "%s recorded here cannot be read, %s: a part of the store is damaged or lost%s. “mended-leaf verify --deep” says which.%n"
        .formatted(
            gaps.size() == 1 ? "1 change" : gaps.size() + " changes",
            first.equals(last) ? first : "from %s to %s".formatted(first, last),
            unknown == 0
                ? ""
                : unknown == 1
                    ? "; of 1 file nothing is known but that it was there"
                    : "; of %d files nothing is known but that they were there".formatted(unknown));
  }
}
