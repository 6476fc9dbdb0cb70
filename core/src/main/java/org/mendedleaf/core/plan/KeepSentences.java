package org.mendedleaf.core.plan;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import org.mendedleaf.core.history.LeftOut;

/**
 * Keep rules as sentences, as {@code docs/keep-rules.md} gives them: "keep the newest 5 of *.csv".
 */
public final class KeepSentences {

  private static final Pattern NEWEST = Pattern.compile("the newest (\\d{1,6})\\b");
  private static final Pattern REPLACED =
      Pattern.compile("what was replaced less than (\\d{1,5} (?:hour|day|week|month|year)s?) ago");
  private static final Pattern CLOSED =
      Pattern.compile(
          "what closed an? (day|week|month|year) (?:for good|in the last (\\d{1,5} (?:hour|day|week|month|year)s?))");
  private static final Map<String, KeepRule.Mark> MARKS =
      Map.of(
          "what was issued", KeepRule.Mark.ISSUED,
          "what has a note", KeepRule.Mark.NOTED,
          "what is known good", KeepRule.Mark.KNOWN_GOOD,
          "everything", KeepRule.Mark.EVERYTHING);
  private static final Pattern FILTER =
      Pattern.compile(
          "\\s*(?:of (\\S+)|(larger|smaller) than (\\d{1,9} ?(?:B|KB|MB|GB|TB))|not changed since (\\d{4}-\\d\\d-\\d\\d))",
          Pattern.CASE_INSENSITIVE);

  private KeepSentences() {}

  /**
   * Reads a sentence, with or without its "keep".
   *
   * @return empty if it is none
   */
  public static Optional<KeepRule> parse(String sentence) {
    String text = sentence.strip().replaceFirst("(?i)^keep ", "");
    Matcher newest = NEWEST.matcher(text);
    if (newest.lookingAt() && Integer.parseInt(newest.group(1)) > 0) {
      return rule(new KeepRule.Newest(Integer.parseInt(newest.group(1))), text, newest.end());
    }
    Matcher replaced = REPLACED.matcher(text);
    if (replaced.lookingAt()) {
      return Span.parse(replaced.group(1))
          .flatMap(span -> rule(new KeepRule.ReplacedLessThan(span), text, replaced.end()));
    }
    Matcher closed = CLOSED.matcher(text);
    if (closed.lookingAt()) {
      Optional<Span> last = Optional.ofNullable(closed.group(2)).flatMap(Span::parse);
      if (closed.group(2) != null && last.isEmpty()) {
        return Optional.empty();
      }
      CalendarPeriod period = CalendarPeriod.valueOf(closed.group(1).toUpperCase(Locale.ROOT));
      return rule(new KeepRule.Closed(period, last), text, closed.end());
    }
    return MARKS.entrySet().stream()
        .filter(mark -> text.startsWith(mark.getKey()))
        .findFirst()
        .flatMap(mark -> rule(mark.getValue(), text, mark.getKey().length()));
  }

  /** The sentence of a rule, without its "keep"; {@link #parse} reads the same rule from it. */
  public static String format(KeepRule rule) {
    StringBuilder sentence = new StringBuilder(what(rule.what()));
    rule.filters().forEach(filter -> sentence.append(' ').append(words(filter)));
    return sentence.toString();
  }

  private static String what(KeepRule.What what) {
    if (what instanceof KeepRule.Newest newest) {
      return "the newest " + newest.count();
    } else if (what instanceof KeepRule.ReplacedLessThan replaced) {
      return "what was replaced less than " + replaced.ago() + " ago";
    } else if (what instanceof KeepRule.Closed closed) {
      return "what closed a "
          + closed.period().name().toLowerCase(Locale.ROOT)
          + closed.last().map(span -> " in the last " + span).orElse(" for good");
    }
    return MARKS.entrySet().stream()
        .filter(mark -> mark.getValue() == what)
        .findFirst()
        .orElseThrow()
        .getKey();
  }

  private static String words(Filter filter) {
    if (filter instanceof Filter.Matching matching) {
      return "of " + matching.rule().pattern();
    } else if (filter instanceof Filter.OfKind of) {
      return "of " + of.kind().name().toLowerCase(Locale.ROOT);
    } else if (filter instanceof Filter.Size size) {
      return (size.larger() ? "larger than " : "smaller than ") + ByteSize.format(size.bytes());
    }
    return "not changed since " + ((Filter.NotChangedSince) filter).day();
  }

  private static Optional<KeepRule> rule(KeepRule.What what, String text, int from) {
    List<Filter> filters = new ArrayList<>();
    Matcher matcher = FILTER.matcher(text);
    int at = from;
    while (at < text.length()) {
      if (!matcher.region(at, text.length()).lookingAt()) {
        return Optional.empty();
      }
      Optional<Filter> filter = filter(matcher);
      if (filter.isEmpty()) {
        return Optional.empty();
      }
      filters.add(filter.get());
      at = matcher.end();
    }
    return Optional.of(new KeepRule(what, filters));
  }

  private static Optional<Filter> filter(Matcher matcher) {
    if (matcher.group(1) != null) {
      return of(matcher.group(1));
    }
    if (matcher.group(2) != null) {
      boolean larger = matcher.group(2).equalsIgnoreCase("larger");
      return ByteSize.parse(matcher.group(3)).stream()
          .mapToObj(bytes -> (Filter) new Filter.Size(larger, bytes))
          .findFirst();
    }
    try {
      return Optional.of(new Filter.NotChangedSince(LocalDate.parse(matcher.group(4))));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  private static Optional<Filter> of(String word) {
    for (Filter.FileKind kind : Filter.FileKind.values()) {
      if (kind.name().equalsIgnoreCase(word)) {
        return Optional.of(new Filter.OfKind(kind));
      }
    }
    try {
      return Optional.of(new Filter.Matching(new LeftOut.Rule(word, Instant.EPOCH)));
    } catch (PatternSyntaxException e) {
      return Optional.empty();
    }
  }
}
