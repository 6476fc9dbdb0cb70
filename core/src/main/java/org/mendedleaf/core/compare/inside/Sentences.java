package org.mendedleaf.core.compare.inside;

/** Parts of sentences. */
public final class Sentences {

  private Sentences() {}

  /** "1 row" or "3 rows". */
  public static String count(long number, String one, String many) {
    return "%,d %s".formatted(number, number == 1 ? one : many);
  }

  /** What an exception says, fit to stand inside a sentence. */
  public static String reason(Throwable e) {
    String message = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
    String first = message.lines().findFirst().orElse("").strip();
    String shortened = first.length() > 160 ? first.substring(0, 160) + " …" : first;
    return shortened.endsWith(".") ? shortened.substring(0, shortened.length() - 1) : shortened;
  }
}
