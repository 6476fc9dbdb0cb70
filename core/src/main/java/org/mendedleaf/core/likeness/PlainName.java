package org.mendedleaf.core.likeness;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A file's name taken apart: what it calls the file, and what people and programs hang on it to
 * tell one copy from another.
 *
 * @param stem the words of the name itself, folded; never empty unless the name has nothing but
 *     decoration
 * @param decorations what was taken off, in the order of the name
 * @param extension folded, without the dot; empty if there is none
 */
public record PlainName(List<String> stem, List<Decoration> decorations, String extension) {

  /** The additions that hang on a name. */
  public enum NameKind {
    /** "(1)", "copy", "copy of", "copy 2": a program or a person copied it. */
    COPY,
    /** A day, month or year. */
    DATE,
    /** "v3", "rev 2", "_03" at the end. */
    NUMBER,
    /** "final", "draft", "signed". */
    STATE,
    /** Two or three letters at the end: who had it last. */
    INITIALS
  }

  /**
   * One decoration.
   *
   * @param text as it stood in the name, folded
   * @param order what tells earlier from later among decorations of its kind: year, month and day
   *     as one number, or the number; -1 where it tells nothing
   */
  public record Decoration(NameKind kind, String text, long order) {}

  private static final Set<String> COPY_WORDS = Set.of("copy", "kopie", "copie", "duplicate");
  private static final Set<String> STATE_WORDS =
      Set.of(
          "final",
          "draft",
          "new",
          "newest",
          "latest",
          "old",
          "older",
          "updated",
          "update",
          "edited",
          "corrected",
          "correction",
          "revised",
          "revision",
          "approved",
          "checked",
          "signed",
          "scan",
          "scanned",
          "neu",
          "alt",
          "finished",
          "print",
          "current",
          "backup");
  private static final List<String> MONTHS =
      List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
  private static final Pattern YEAR_FIRST =
      Pattern.compile(
          "(?<!\\d)((?:19|20)\\d\\d)[-_. ]?(0[1-9]|1[0-2])[-_. ]?([0-2]\\d|3[01])(?!\\d)");
  private static final Pattern DAY_FIRST =
      Pattern.compile(
          "(?<!\\d)([0-2]?\\d|3[01])[-_. ](0?[1-9]|1[0-2])[-_. ]((?:19|20)?\\d\\d)(?!\\d)");
  private static final Pattern YEAR_MONTH =
      Pattern.compile("(?<!\\d)((?:19|20)\\d\\d)[-_. ](0[1-9]|1[0-2])(?!\\d)");
  private static final Pattern NAMED_MONTH =
      Pattern.compile(
          "(?<![a-z0-9])(?:([0-2]?\\d|3[01])[-_. ]?)?(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)"
              + "[a-z]{0,6}[-_. ]?((?:19|20)\\d\\d|\\d\\d)(?!\\d)");
  private static final Pattern TIME =
      Pattern.compile("(?<!\\d)([01]\\d|2[0-3])[-_.h]?[0-5]\\d(?:[-_.]?[0-5]\\d)?$");
  private static final Pattern IN_BRACKETS = Pattern.compile("[(\\[](\\d{1,3})[)\\]]");
  private static final Pattern VERSION =
      Pattern.compile(
          "(?<![a-z0-9])(?:version|ver|rev|v|r)[-_. ]?(\\d{1,4}(?:\\.\\d{1,3})?)(?![a-z0-9])");
  private static final Pattern YEAR = Pattern.compile("(?:19|20)\\d\\d");
  private static final Pattern WORDS = Pattern.compile("[\\p{L}\\p{M}]+|\\d+");
  private static final Pattern INITIALS = Pattern.compile("[-_ (]([\\p{Lu}]{2,3})[)]?\\s*$");
  private static final Pattern STATE_AT_END =
      Pattern.compile("(?i)\\b(" + String.join("|", STATE_WORDS) + ")\\s*$");
  private static final int LONGEST_EXTENSION = 8;
  private static final int LONGEST_INITIALS = 3;

  public PlainName {
    stem = List.copyOf(stem);
    decorations = List.copyOf(decorations);
  }

  /**
   * Takes a name apart.
   *
   * @param name a file's name without its folder
   */
  public static PlainName of(String name) {
    int dot = name.lastIndexOf('.');
    boolean isExtension =
        dot > 0
            && name.length() - dot - 1 <= LONGEST_EXTENSION
            && name.substring(dot + 1).chars().allMatch(Character::isLetterOrDigit)
            && name.substring(dot + 1).chars().anyMatch(Character::isLetter);
    String base = isExtension ? name.substring(0, dot) : name;
    return new NameTaking(base).taken(isExtension ? Folded.of(name.substring(dot + 1)) : "");
  }

  /** The words of the name as one, for names that differ in where words end. */
  public String joined() {
    return String.join("", stem);
  }

  /** The latest date in the name as one number of year, month and day. */
  public Optional<Long> date() {
    return decorations.stream()
        .filter(one -> one.kind() == NameKind.DATE && one.order() >= 0)
        .map(Decoration::order)
        .max(Long::compare);
  }

  /** The number by which copies are counted. */
  public Optional<Long> number() {
    return decorations.stream()
        .filter(one -> one.kind() == NameKind.NUMBER || one.kind() == NameKind.COPY)
        .map(Decoration::order)
        .filter(order -> order >= 0)
        .reduce((first, last) -> last);
  }

  /** Takes decorations off, the most telling first. */
  private static final class NameTaking {
    private final List<Decoration> decorations = new ArrayList<>();
    // Where words are written together, a capital letter begins the next one.
    private final String spaced;
    private String rest;

    NameTaking(String base) {
      spaced = base.replaceAll("(?<=\\p{Ll})(?=\\p{Lu})", " ");
      rest = Folded.of(spaced);
    }

    PlainName taken(String extension) {
      take(YEAR_FIRST, NameKind.DATE, m -> date(m.group(1), m.group(2), m.group(3)));
      take(DAY_FIRST, NameKind.DATE, m -> date(m.group(3), m.group(2), m.group(1)));
      take(YEAR_MONTH, NameKind.DATE, m -> date(m.group(1), m.group(2), "0"));
      take(NAMED_MONTH, NameKind.DATE, NameTaking::namedMonth);
      if (!decorations.isEmpty()) {
        take(TIME, NameKind.DATE, m -> -1L);
      }
      take(IN_BRACKETS, NameKind.COPY, m -> Long.parseLong(m.group(1)));
      take(VERSION, NameKind.NUMBER, m -> Math.round(Double.parseDouble(m.group(1)) * 1000));
      List<String> words = words();
      List<String> stem = new ArrayList<>();
      Set<String> initials = initials();
      for (int i = 0; i < words.size(); i++) {
        Optional<Decoration> decoration = decoration(words, i, initials);
        if (decoration.isPresent()) {
          decorations.add(decoration.get());
        } else {
          stem.add(words.get(i));
        }
      }
      if (stem.size() > 1 && (stem.get(0).equals("of") || stem.get(0).equals("von"))) {
        stem.remove(0);
      }
      // A name that is nothing but decoration is called by it.
      return stem.isEmpty()
          ? new PlainName(words.isEmpty() ? List.of(rest.strip()) : words, List.of(), extension)
          : new PlainName(stem, decorations, extension);
    }

    private interface NameOrder {
      long of(Matcher found);
    }

    private void take(Pattern pattern, NameKind kind, NameOrder order) {
      Matcher matcher = pattern.matcher(rest);
      StringBuilder left = new StringBuilder();
      while (matcher.find()) {
        decorations.add(new Decoration(kind, matcher.group(), order.of(matcher)));
        matcher.appendReplacement(left, " ");
      }
      rest = matcher.appendTail(left).toString();
    }

    private static long namedMonth(Matcher found) {
      String day = found.group(1) == null ? "0" : found.group(1);
      return date(found.group(3), Integer.toString(MONTHS.indexOf(found.group(2)) + 1), day);
    }

    private static long date(String year, String month, String day) {
      long full = Long.parseLong(year);
      full += full < 100 ? 2000 : 0;
      return full * 10_000 + Long.parseLong(month) * 100 + Long.parseLong(day);
    }

    private List<String> words() {
      List<String> words = new ArrayList<>();
      Matcher matcher = WORDS.matcher(rest);
      while (matcher.find()) {
        words.add(matcher.group());
      }
      return words;
    }

    /** Capital letters at the end of the name, as it was written. */
    private Set<String> initials() {
      Matcher matcher = INITIALS.matcher(stripped());
      return matcher.find() ? Set.of(matcher.group(1).toLowerCase(Locale.ROOT)) : Set.of();
    }

    /** The name as written, without what was taken off at its end. */
    private String stripped() {
      String text = spaced;
      for (Decoration one : decorations) {
        text = text.replaceAll("(?i)" + Pattern.quote(one.text()), " ");
      }
      return STATE_AT_END.matcher(text).replaceAll(" ").strip();
    }

    private Optional<Decoration> decoration(List<String> words, int i, Set<String> initials) {
      String word = words.get(i);
      boolean last = i == words.size() - 1;
      if (COPY_WORDS.contains(word)) {
        return Optional.of(new Decoration(NameKind.COPY, word, -1));
      }
      if (i > 0 && STATE_WORDS.contains(word)) {
        return Optional.of(new Decoration(NameKind.STATE, word, -1));
      }
      if (YEAR.matcher(word).matches()) {
        return Optional.of(new Decoration(NameKind.DATE, word, date(word, "0", "0")));
      }
      if (i > 0 && word.length() <= LONGEST_INITIALS && initials.contains(word)) {
        return Optional.of(new Decoration(NameKind.INITIALS, word, -1));
      }
      boolean counts = Character.isDigit(word.charAt(0)) && word.length() <= 2;
      if (counts && i > 0 && COPY_WORDS.contains(words.get(i - 1))) {
        return Optional.of(new Decoration(NameKind.COPY, word, Long.parseLong(word)));
      }
      if (counts && i > 0 && last) {
        return Optional.of(new Decoration(NameKind.NUMBER, word, Long.parseLong(word) * 1000));
      }
      return Optional.empty();
    }
  }
}
