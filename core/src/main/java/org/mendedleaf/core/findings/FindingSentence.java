package org.mendedleaf.core.findings;

/** A finding in one sentence, with the figures by which a person can check it. */
public final class FindingSentence {

  /** How sizes and other files are called where the sentence stands. */
  public interface SentenceWords {
    String size(long bytes);

    /** A file by its number; it may be gone. */
    String file(long id);
  }

  private FindingSentence() {}

  /** The sentence, from a capital letter to the full stop. */
  public static String of(Finding finding, SentenceWords words) {
    long now = finding.measured();
    long before = finding.usual();
    if (before == Finding.NO_PAST) {
      return ofFirst(finding, words);
    }
    return switch (finding.kind()) {
      case EMPTIED -> "Nothing is left in it; it had %s.".formatted(words.size(before));
      case ZEROS ->
          before < 64
              ? "A run of %s in it is zeros; there was none before.".formatted(words.size(now))
              : "A run of %s in it is zeros; before, the longest was %s."
                  .formatted(words.size(now), words.size(before));
      case CUT_OFF ->
          "It ends too early: it has %s, and had %s before."
              .formatted(words.size(now), words.size(before));
      case NOISE ->
          now == before
              ? "All of it looks like random bytes; nothing of it did before."
              : "%d of its %d KiB look like random bytes; none did before.".formatted(now, before);
      case UNOPENABLE -> "It does not open any more as what it is; the state before it does.";
      case OTHER_KIND -> "Its first bytes are those of another kind of file than before.";
      case OTHER_CONTENT ->
          "%d %% of it is the content of %s; %s of it was here before."
              .formatted(
                  now,
                  words.file(finding.other().orElse(0)),
                  before == 0 ? "nothing" : before + " %");
      case RUBBISH ->
          "It reads like keys hit at random: %d %% of its letters stand in runs of five consonants or more; before, %d %% did."
              .formatted(now, before);
      case GARBLED_LETTERS ->
          "%d of its letters were read with a wrong encoding%s."
              .formatted(now, before == 0 ? "" : "; before, %d were".formatted(before));
      case NUMBERS_AS_TEXT ->
          "%,d cells that had numbers have text now; before, %,d had numbers."
              .formatted(now, before);
      case SLIPPED -> "%,d of its %,d rows do not fit its columns any more.".formatted(now, before);
      case LOST_TEXT -> "It has %,d letters of text, and had %,d before.".formatted(now, before);
      case REWRITTEN ->
          "Hardly anything of it was there before: %d %%, where %d %% stayed the last time."
              .formatted(now, before);
      case SIZE ->
          "It has %s, where it never had %s than %s."
              .formatted(words.size(now), now > before ? "more" : "less", words.size(before));
      case OLDER_BACK -> "It is %s again.".formatted(numbered(now));
      case STILL_CARRIES ->
          "It still has %d %% of what was doubtful in %s.".formatted(now, numbered(before));
    };
  }

  private static String ofFirst(Finding finding, SentenceWords words) {
    return switch (finding.kind()) {
      case ZEROS ->
          "A run of %s in it was zeros when it was first recorded."
              .formatted(words.size(finding.measured()));
      case NOISE -> "All of it looked like random bytes when it was first recorded.";
      case UNOPENABLE -> "It did not open as what its name says when it was first recorded.";
      default -> "It was not of the kind that its name says when it was first recorded.";
    };
  }

  private static String numbered(long number) {
    return number == 0 ? "the first state" : "r" + number;
  }
}
