package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The files of a shelf that are left out of recording. Leaving something out removes nothing: what
 * is recorded of it stays.
 *
 * @param rules in the order in which they were made
 */
public record LeftOut(List<Rule> rules) {

  public static final LeftOut NOTHING = new LeftOut(List.of());

  public LeftOut {
    rules = List.copyOf(rules);
  }

  /**
   * One pattern. Without a slash it is the name of a file or folder anywhere on the shelf; with one
   * it is a path from the shelf's folder. {@code *} stands for any letters of one name, {@code **}
   * for any folders, {@code ?} for one letter; capital and small letters are the same. What lies in
   * a folder that is left out is left out.
   *
   * @param since when it was made
   */
  public record Rule(String pattern, Instant since, Pattern compiled) {

    public Rule(String pattern, Instant since) {
      this(pattern, since, compile(pattern));
    }

    public boolean matches(InnerPath path) {
      return compiled.matcher(path.text().toLowerCase(Locale.ROOT)).matches();
    }

    private static Pattern compile(String pattern) {
      String wanted = pattern.toLowerCase(Locale.ROOT).replaceAll("/+$", "");
      boolean anywhere = !wanted.contains("/");
      StringBuilder regex = new StringBuilder(anywhere ? "(?:.*/)?" : "");
      String glob = wanted.startsWith("/") ? wanted.substring(1) : wanted;
      for (int i = 0; i < glob.length(); i++) {
        char c = glob.charAt(i);
        if (c == '*' && glob.startsWith("**/", i)) {
          regex.append("(?:.*/)?");
          i += 2;
        } else if (c == '*' && glob.startsWith("**", i)) {
          regex.append(".*");
          i++;
        } else if (c == '*') {
          regex.append("[^/]*");
        } else if (c == '?') {
          regex.append("[^/]");
        } else {
          regex.append(Pattern.quote(String.valueOf(c)));
        }
      }
      return Pattern.compile(regex + "(?:/.*)?", Pattern.DOTALL);
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Rule rule && rule.pattern.equals(pattern) && rule.since.equals(since);
    }

    @Override
    public int hashCode() {
      return pattern.hashCode() * 31 + since.hashCode();
    }
  }

  /** The first rule that leaves a file or folder out; empty if none does. */
  public Optional<Rule> rule(InnerPath path) {
    return rules.stream().filter(rule -> rule.matches(path)).findFirst();
  }

  public boolean matches(InnerPath path) {
    return !rules.isEmpty() && rule(path).isPresent();
  }
}
