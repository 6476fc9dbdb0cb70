package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.time.DateTimeException;
import java.time.Duration;
import java.util.Locale;
import java.util.stream.Collectors;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.KeepException;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Terms.KeepingState;
import org.mendedleaf.standin.keep.Trait;

/** How states are kept, as properties of the whole. What is not limited has an empty one. */
final class SettingProperties {

  private SettingProperties() {}

  static void add(DavPropertySet all, Keep keep) {
    Terms terms = keep.terms();
    String powers =
        keep.traits().stream().map(Trait::code).sorted().collect(Collectors.joining(" "));
    all.add(Answers.property(Ours.POWERS, powers));
    all.add(Answers.property(Ours.SETTINGS_TAG, tag(terms)));
    all.add(
        Answers.property(
            Ours.KEEPING, terms.keeping().name().toLowerCase(Locale.ROOT).replace('_', '-')));
    all.add(Answers.property(Ours.MOST_STATES, terms.mostStates()));
    all.add(Answers.property(Ours.LONGEST, time(terms.longest())));
    all.add(Answers.property(Ours.IN_BIN, time(terms.inBin())));
    all.add(Answers.property(Ours.ROOM, terms.room()));
    all.add(Answers.property(Ours.SCHEDULE, terms.schedule()));
    all.add(Answers.property(Ours.MOST_SNAPSHOTS, terms.mostSnapshots()));
  }

  /** Another one whenever something else is set. */
  static String tag(Terms terms) {
    return Integer.toHexString(terms.toString().hashCode());
  }

  private static @Nullable String time(@Nullable Long millis) {
    return millis == null ? null : Duration.ofMillis(millis).toString();
  }

  /** The settings with one of them as somebody wants it. */
  static Terms with(Terms terms, DavPropertyName name, @Nullable DavProperty<?> property)
      throws IOException {
    Object value = property == null ? null : property.getValue();
    String text = value == null || value.toString().isBlank() ? null : value.toString().strip();
    try {
      return with(terms, name.getName(), text);
    } catch (IllegalArgumentException | DateTimeException e) {
      throw new KeepException(
          KeepException.Reason.LACKING, "“%s” is nothing that can be set.".formatted(text));
    }
  }

  private static Terms with(Terms terms, String name, @Nullable String text) {
    return switch (name) {
      case "keeping" ->
          terms.with(
              text == null
                  ? KeepingState.PAUSED
                  : KeepingState.valueOf(text.toUpperCase(Locale.ROOT).replace('-', '_')));
      case "most-states" -> terms.withMostStates(text == null ? null : Integer.valueOf(text));
      case "longest" -> terms.withLongest(millis(text));
      case "in-bin" -> terms.withInBin(millis(text));
      case "room" -> terms.withRoom(text == null ? null : Long.valueOf(text));
      case "schedule" -> terms.withSchedule(text);
      case "most-snapshots" -> terms.withMostSnapshots(text == null ? null : Integer.valueOf(text));
      default -> throw new IllegalArgumentException(name);
    };
  }

  private static @Nullable Long millis(@Nullable String text) {
    return text == null ? null : Long.valueOf(Duration.parse(text).toMillis());
  }
}
