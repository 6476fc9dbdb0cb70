package org.mendedleaf.core.plan;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.WeekFields;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Snapshots that are taken automatically, as a sentence: "at 18:00 on Friday, labelled Week {week},
 * for 1 year".
 *
 * @param when a rhythm with times of its own
 * @param label in which {date}, {time}, {week}, {month} and {year} are those of the moment
 * @param kept how long
 */
public record SnapshotTimes(Rhythm when, String label, Kept kept) {

  private static final Pattern SENTENCE =
      Pattern.compile("(.+?), labelled (.+), (for .+|the newest \\d+)");
  private static final Pattern NEWEST = Pattern.compile("the newest (\\d{1,6})");
  private static final Pattern FIELD = Pattern.compile("\\{(date|time|week|month|year)\\}");

  public SnapshotTimes {
    label = label.strip();
    if (label.isEmpty() || when.next(Instant.EPOCH, java.time.ZoneOffset.UTC).isEmpty()) {
      throw new IllegalArgumentException("an automatic snapshot has a label and a time");
    }
  }

  /** How long snapshots of one kind keep their labels. */
  public sealed interface Kept {}

  /** For so long; empty for good. */
  public record For(Optional<Span> span) implements Kept {}

  /**
   * The newest of them.
   *
   * @param count at least 1
   */
  public record Newest(int count) implements Kept {}

  /** Reads a sentence; empty if it is none. */
  public static Optional<SnapshotTimes> parse(String sentence) {
    Matcher parts = SENTENCE.matcher(sentence.strip());
    if (!parts.matches()) {
      return Optional.empty();
    }
    Optional<Rhythm> when =
        Rhythm.parse(parts.group(1))
            .filter(one -> one instanceof Rhythm.At || one instanceof Rhythm.Every);
    Optional<Kept> kept = kept(parts.group(3).toLowerCase(Locale.ROOT));
    return when.isEmpty() || kept.isEmpty()
        ? Optional.empty()
        : Optional.of(new SnapshotTimes(when.get(), parts.group(2), kept.get()));
  }

  private static Optional<Kept> kept(String words) {
    Matcher newest = NEWEST.matcher(words);
    if (newest.matches()) {
      int count = Integer.parseInt(newest.group(1));
      return count < 1 ? Optional.empty() : Optional.of(new Newest(count));
    }
    if (words.equals("for good")) {
      return Optional.of(new For(Optional.empty()));
    }
    return Span.parse(words.substring("for ".length())).map(span -> new For(Optional.of(span)));
  }

  /** The sentence; {@link #parse} reads the same from it. */
  public String sentence() {
    String words =
        kept instanceof Newest newest
            ? "the newest " + newest.count()
            : "for " + ((For) kept).span().map(Span::toString).orElse("good");
    return "%s, labelled %s, %s".formatted(when.sentence(), label, words);
  }

  /** The label of one that is taken at this moment. */
  public String label(Instant at, CarePlan plan) {
    ZonedDateTime moment = at.atZone(plan.zone());
    DayOfWeek firstDay = plan.firstDay();
    // Weeks are counted as ISO 8601 counts them, whatever their first day.
    int week = moment.get(WeekFields.of(firstDay, 4).weekOfWeekBasedYear());
    return FIELD
        .matcher(label)
        .replaceAll(
            field ->
                switch (field.group(1)) {
                  case "date" -> moment.toLocalDate().toString();
                  case "time" -> DateTimeFormatter.ofPattern("HH:mm").format(moment);
                  case "week" -> String.valueOf(week);
                  case "month" ->
                      DateTimeFormatter.ofPattern("MMMM", Locale.ENGLISH).format(moment);
                  default -> String.valueOf(moment.getYear());
                });
  }

  /** Whether a snapshot of this label can be one of these. */
  public boolean labels(String taken) {
    StringBuilder regex = new StringBuilder();
    Matcher field = FIELD.matcher(label);
    int from = 0;
    while (field.find()) {
      regex.append(Pattern.quote(label.substring(from, field.start()))).append("[\\p{L}\\d:-]+");
      from = field.end();
    }
    regex.append(Pattern.quote(label.substring(from))).append("(?: \\(\\d+\\))?");
    return taken.matches(regex.toString());
  }

  /** The next times after this one, soonest first. */
  public List<Instant> next(Instant after, CarePlan plan, int count) {
    List<Instant> times = new ArrayList<>();
    Instant last = after;
    while (times.size() < count) {
      last = when.next(last, plan.zone()).orElseThrow();
      times.add(last);
    }
    return times;
  }
}
