package org.mendedleaf.core.leftovers;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.mendedleaf.core.desk.SentenceException;

/**
 * What programs call a copy of a file, and the name of the file that it stands for: {@code
 * "{name}.bak = {name}"}. In the pattern, {@code {name}} is the file's whole name, {@code {stem}}
 * its name without the ending, and {@code *} any characters. {@code {stem}.*} stands for the file
 * of that name whatever its ending is.
 *
 * @param pattern of the copy's name
 * @param standsFor {@code {name}} or {@code {stem}.*}, as the pattern has it
 */
public record LeftoverRule(String pattern, String standsFor) {

  /** What many programs do, whatever they are. */
  public static final List<LeftoverRule> USUAL =
      List.of(
          ofName("{name}~"),
          ofName("#{name}#"),
          ofName("~{name}"),
          ofName("{name}.bak"),
          ofStem("{stem}.bak"),
          ofName("{name}.backup"),
          ofName("{name}.old"),
          ofName("{name}.orig"),
          ofName("{name}.tmp"),
          ofStem("{stem}.tmp"),
          ofName("{name}.autosave"),
          ofStem("{stem}.autosave"),
          ofName("autosave-{name}"),
          ofName("{name}.recovered"));

  private static final String NAME = "{name}";
  private static final String STEM = "{stem}";
  private static final String ANY_ENDING = ".*";

  /**
   * A name for which a copy stands.
   *
   * @param text the whole name, or the name up to the point before its ending
   * @param isWhole whether the ending is known
   */
  public record ProperName(String text, boolean isWhole) {

    /** Whether a file of this name may be meant. */
    public boolean isOf(String name) {
      return isWhole
          ? name.equalsIgnoreCase(text)
          : name.lastIndexOf('.') == text.length()
              && name.regionMatches(true, 0, text, 0, text.length());
    }
  }

  private static LeftoverRule ofName(String pattern) {
    return new LeftoverRule(pattern, NAME);
  }

  private static LeftoverRule ofStem(String pattern) {
    return new LeftoverRule(pattern, STEM + ANY_ENDING);
  }

  /**
   * Reads a rule as it is written.
   *
   * @throws SentenceException if it cannot be one
   */
  public static LeftoverRule parse(String written) throws SentenceException {
    String[] sides = written.split("=", 2);
    if (sides.length == 2) {
      String pattern = sides[0].strip();
      String standsFor = sides[1].strip();
      boolean isName = standsFor.equals(NAME) && once(pattern, NAME) && !pattern.contains(STEM);
      boolean isStem =
          standsFor.equals(STEM + ANY_ENDING) && once(pattern, STEM) && !pattern.contains(NAME);
      boolean says = !pattern.equals(NAME) && !pattern.equals(STEM);
      if ((isName || isStem) && says && pattern.indexOf('/') < 0) {
        return new LeftoverRule(pattern, standsFor);
      }
    }
    throw new SentenceException(
        "“%s” is no rule for leftovers. Write it like {name}.bak = {name}, or {stem}.sav = {stem}.* where the ending is replaced. Nothing was changed."
            .formatted(written.strip()));
  }

  private static boolean once(String text, String part) {
    return text.contains(part) && text.indexOf(part) == text.lastIndexOf(part);
  }

  /** The name for which a file called so stands; empty if it is no such copy. */
  public Optional<ProperName> of(String fileName) {
    boolean isWhole = standsFor.equals(NAME);
    String part = isWhole ? NAME : STEM;
    int at = pattern.indexOf(part);
    Matcher matcher =
        Pattern.compile(
                any(pattern.substring(0, at))
                    + "(.+?)"
                    + any(pattern.substring(at + part.length())),
                Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE)
            .matcher(fileName);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String found = matcher.group(1);
    // Without an ending it is no whole name: a rule for stems will tell.
    return isWhole && found.lastIndexOf('.') < 1
        ? Optional.empty()
        : Optional.of(new ProperName(found, isWhole));
  }

  /** Text as it is, stars as any characters. */
  private static String any(String text) {
    return Arrays.stream(text.split("\\*", -1))
        .map(Pattern::quote)
        .collect(Collectors.joining(".*"));
  }

  /** As it is written. */
  public String text() {
    return pattern + " = " + standsFor;
  }
}
