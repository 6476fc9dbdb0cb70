package org.mendedleaf.core.findings;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * Says what is doubtful about a content beside the last one of its file that was not. Never decides
 * anything: a finding is a claim with figures. The thresholds were fixed on one half of the
 * labelled trial and reported on the other, see docs/findings.md. Pure; for any thread.
 */
public final class Scrutiny {

  /** What is known of a file's earlier contents beyond the last one; asked for only when needed. */
  public interface Past {

    /** The sizes of its last distinct contents, newest first. */
    List<Long> sizes() throws IOException;

    /**
     * Which part of a content usually was in the one after it, 0 to 1.
     *
     * @return empty where there was only one before
     */
    Optional<Double> usuallyKept() throws IOException;
  }

  private static final int SHORT = 200;
  private static final double HARDLY_ANY = 0.05;
  private static final double USUALLY_MUCH = 0.5;
  private static final double OTHERS = 0.6;
  private static final double NOT_OURS = 0.4;
  private static final int OUT_OF_RANGE = 8;
  private static final int SIZES_NEEDED = 4;
  private static final double UNCOMMON = 0.8;
  private static final double CROWDED = 0.12;
  private static final double SURELY_CROWDED = 0.3;
  private static final int LETTERS_NEEDED = 30;
  private static final int LINE_BREAK = 2;
  private static final String CLOSING = "}])>;.!?:\"'`/|";
  private static final String MARKS = "}]);.>\"'!?";

  /** Of what is another's to the byte, hardly a difference is needed. */
  private static final double NEARLY_ALL = 0.97;

  private final Measures now;
  private final Measures before;
  private final List<Finding> found = new ArrayList<>();

  private Scrutiny(Measures now, Measures before) {
    this.now = now;
    this.before = before;
  }

  /**
   * Looks for everything but other files' content.
   *
   * @param now measured first
   * @param before measured as what the other is held against
   * @return strongest first; empty where nothing is doubtful
   */
  public static List<Finding> of(Measures now, Measures before, Past past) throws IOException {
    Scrutiny scrutiny = new Scrutiny(now, before);
    scrutiny.judge(past);
    scrutiny.found.sort((a, b) -> a.strength().compareTo(b.strength()));
    return List.copyOf(scrutiny.found);
  }

  private void judge(Past past) throws IOException {
    if (before.size() == 0) {
      return;
    }
    if (now.size() == 0) {
      add(
          FindingKind.EMPTIED,
          before.size() >= SHORT ? FindingStrength.SURE : FindingStrength.LIKELY,
          0,
          before.size());
      return;
    }
    zeros();
    noise();
    kind();
    cutOff();
    garbled();
    size(past.sizes());
    rewritten(past);
  }

  private void add(FindingKind kind, FindingStrength strength, long measured, long usual) {
    found.add(Finding.of(kind, strength, measured, usual));
  }

  /**
   * No text has zeros (two bytes a letter have single ones), nor has what is compressed many in a
   * row. Other kinds may be made of them.
   */
  private void zeros() {
    long run = now.longestZeros();
    if (run <= 8 * before.longestZeros()) {
      return;
    }
    if ((before.isText() && run >= 64) || (before.lead().isCompressed() && run >= 512)) {
      add(FindingKind.ZEROS, FindingStrength.SURE, run, before.longestZeros());
    } else if (run >= 4096 || (run >= 512 && run * 2 >= now.size())) {
      add(FindingKind.ZEROS, FindingStrength.LIKELY, run, before.longestZeros());
    }
  }

  /** Text in two bytes a letter has controls, but no noise; what is compressed is noise. */
  private void noise() {
    if (before.noisyBlocks() > 0 || before.lead().isCompressed()) {
      return;
    }
    if (before.isText()) {
      textNoise();
    } else if (now.blocks() >= 8 && now.noisyBlocks() * 10 >= now.blocks() * 9) {
      noise(FindingStrength.LIKELY);
    }
  }

  private void textNoise() {
    long enough = Math.max(1, Math.min(3, now.blocks() / 2));
    boolean isShortAndHurt =
        now.controls() >= 4
            && now.controls() * 32 >= now.size()
            && now.controls() * 4 < now.size()
            && !now.isUtf8();
    boolean isPartHurt = now.controls() >= 32 && !now.isUtf8() && now.noisyBlocks() > 0;
    if (now.noisyBlocks() >= enough || isShortAndHurt || isPartHurt) {
      noise(FindingStrength.SURE);
    }
  }

  private void noise(FindingStrength strength) {
    long noisy = Math.max(1, now.noisyBlocks());
    add(FindingKind.NOISE, strength, noisy, Math.max(noisy, now.blocks()));
  }

  private void kind() {
    if (now.lead() == before.lead()) {
      return;
    }
    FindingStrength strength =
        before.lead().isPicture() && now.lead().isPicture()
            ? FindingStrength.WORTH_A_LOOK
            : before.lead() == Lead.NONE ? FindingStrength.LIKELY : FindingStrength.SURE;
    add(FindingKind.OTHER_KIND, strength, 0, 0);
  }

  private void cutOff() {
    boolean isZeros = found.stream().anyMatch(one -> one.kind() == FindingKind.ZEROS);
    if (now.lead() != before.lead() || isZeros) {
      return;
    }
    boolean opens = now.open() > before.open() && before.open() == 0;
    boolean losesEnd = before.endsLine() && !now.endsLine();
    if (now.endMissing() && !before.endMissing()) {
      cutOff(FindingStrength.SURE);
    } else if (isBeginning()) {
      cutOff(losesEnd || opens ? FindingStrength.SURE : FindingStrength.LIKELY);
    } else if (before.isText() && now.isText()) {
      textCutOff(losesEnd, opens);
    } else if (before.isContinued() && now.partIn(before) >= USUALLY_MUCH) {
      cutOff(FindingStrength.LIKELY);
    }
  }

  private void textCutOff(boolean losesEnd, boolean opens) {
    boolean isShorter = now.size() * 10 < before.size() * 9;
    boolean isKnown = now.partIn(before) >= USUALLY_MUCH;
    boolean isInALine = before.isContinued() && !now.endsLine();
    boolean opensMore = now.open() > before.open();
    boolean opensMuch = isShorter && now.open() >= before.open() + 2;
    if (losesEnd && (opens || isInALine)) {
      cutOff(FindingStrength.SURE);
    } else if (isInALine
        || (isKnown && (opensMuch || ((losesEnd || losesMark() || opens) && isShorter)))
        || (breaksOff() && (isShorter || opensMore || endedAProgram()))) {
      cutOff(FindingStrength.LIKELY);
    }
  }

  /** Whether it ended as sentences, lists and programs do, or its last line, and does no more. */
  private boolean breaksOff() {
    char end = lastVisible(now);
    char ended = lastVisible(before);
    boolean wasWhole = before.endsLine() || CLOSING.indexOf(ended) >= 0;
    return wasWhole && !now.endsLine() && end != ended && CLOSING.indexOf(end) < 0;
  }

  /** Whether the state before ended as programs, markup and lists of values do. */
  private boolean endedAProgram() {
    return "}])>;".indexOf(lastVisible(before)) >= 0;
  }

  private static char lastVisible(Measures of) {
    byte[] tail = of.tail();
    for (int i = tail.length - 1; i >= 0; i--) {
      if (tail[i] > ' ' || tail[i] < 0) {
        return (char) (tail[i] & 0xff);
      }
    }
    return ' ';
  }

  /** Whether it ended in a mark that ends things, and ends in the middle of a word now. */
  private boolean losesMark() {
    return MARKS.indexOf(last(before)) >= 0 && Character.isLetterOrDigit(last(now));
  }

  private static char last(Measures of) {
    return of.tail().length == 0 ? ' ' : (char) (of.tail()[of.tail().length - 1] & 0xff);
  }

  /**
   * Whole lines that went from the end of a text were taken away by somebody, and so was a last
   * line break alone.
   */
  private boolean isBeginning() {
    return now.size() + LINE_BREAK < before.size()
        && now.hash() == before.hash()
        && !(now.isText() && now.endsLine());
  }

  private void cutOff(FindingStrength strength) {
    add(FindingKind.CUT_OFF, strength, now.size(), before.size());
  }

  private void garbled() {
    long more = now.garbled() - 2 * before.garbled();
    if (more >= 3) {
      add(
          FindingKind.GARBLED_LETTERS,
          more >= 6 && before.garbled() == 0 ? FindingStrength.SURE : FindingStrength.LIKELY,
          now.garbled(),
          before.garbled());
    }
  }

  private void rewritten(Past past) throws IOException {
    if (now.size() < SHORT && before.size() < SHORT) {
      return;
    }
    // Of what is compressed nothing stays the same, whatever changes in it.
    if (before.noisyBlocks() * 2 > before.blocks() || before.lead() != Lead.NONE) {
      return;
    }
    double kept = Math.max(now.partIn(before), before.partIn(now));
    if (kept >= HARDLY_ANY) {
      return;
    }
    rubbish();
    Optional<Double> usual = past.usuallyKept();
    if (usual.isPresent() && usual.get() >= USUALLY_MUCH) {
      add(
          FindingKind.REWRITTEN,
          hasShrunk() ? FindingStrength.LIKELY : FindingStrength.WORTH_A_LOOK,
          percent(kept),
          percent(usual.get()));
    }
  }

  /** Whether it was found to be smaller than it ever was. */
  private boolean hasShrunk() {
    return found.stream()
        .anyMatch(one -> one.kind() == FindingKind.SIZE && one.measured() < one.usual());
  }

  private void rubbish() {
    if (!now.isText() || !before.isText() || now.letters().letters() < LETTERS_NEEDED) {
      return;
    }
    double here = now.letters().partCrowded();
    double usual = before.letters().partCrowded();
    boolean isStrange = now.letters().commonIn(before.letters()) < UNCOMMON;
    if (isStrange && here >= CROWDED && usual * 3 <= here) {
      add(
          FindingKind.RUBBISH,
          here >= SURELY_CROWDED ? FindingStrength.SURE : FindingStrength.LIKELY,
          percent(here),
          percent(usual));
    }
  }

  private void size(List<Long> sizes) {
    if (sizes.size() < SIZES_NEEDED) {
      return;
    }
    long largest = sizes.stream().mapToLong(Long::longValue).max().orElseThrow();
    long smallest = sizes.stream().mapToLong(Long::longValue).min().orElseThrow();
    if (now.size() > OUT_OF_RANGE * largest && now.size() - largest >= 4096) {
      add(FindingKind.SIZE, FindingStrength.WORTH_A_LOOK, now.size(), largest);
    } else if (now.size() * OUT_OF_RANGE < smallest && smallest - now.size() >= 4096) {
      add(FindingKind.SIZE, FindingStrength.WORTH_A_LOOK, now.size(), smallest);
    }
  }

  /**
   * Whether a content is another file's rather than this one's.
   *
   * @param other the other file's content
   * @param isSame whether it is that one to the byte
   * @param file whose it is
   */
  public static Optional<Finding> asOther(
      Measures now, Measures before, Measures other, boolean isSame, long file) {
    double there = isSame ? 1 : now.partIn(other);
    double here = now.partIn(before);
    // What both had in common before tells nothing: a template, a licence.
    double inCommon = before.partIn(other);
    boolean isOther =
        now.size() >= SHORT
            && there >= OTHERS
            && here <= (isSame ? NEARLY_ALL : NOT_OURS) * there
            && inCommon <= (isSame ? NEARLY_ALL : NOT_OURS);
    return isOther
        ? Optional.of(
            new Finding(
                FindingKind.OTHER_CONTENT,
                FindingStrength.LIKELY,
                percent(there),
                percent(here),
                OptionalLong.of(file)))
        : Optional.empty();
  }

  /** Whether nothing of it has any structure: no text, no known kind, random bytes throughout. */
  public static boolean isScrambled(Measures now) {
    return now.lead() == Lead.NONE
        && now.size() > 0
        && !now.isText()
        && (now.blocks() == 0 ? !now.isUtf8() : now.noisyBlocks() * 10 >= now.blocks() * 9);
  }

  /** Whether so much of what was there is gone that it may be exactly another file's content. */
  public static boolean mayBeExchanged(Measures now, Measures before) {
    return now.size() >= SHORT && before.size() > 0 && now.partIn(before) <= NEARLY_ALL;
  }

  /** Whether so little of what was there is left that it may be nearly another file's content. */
  public static boolean isForeign(Measures now, Measures before) {
    return now.size() >= SHORT && before.size() > 0 && now.partIn(before) <= NOT_OURS;
  }

  /**
   * Whether a content still has most of what a doubtful one before it brought in.
   *
   * @param doubtful the one before
   * @param good the last one that was not doubtful
   * @param number of the doubtful revision
   */
  public static Optional<Finding> asStill(
      Measures now, Measures doubtful, Measures good, FindingStrength strength, int number) {
    double carried = Parts.ofOwn(doubtful.sketch(), good.sketch(), now.sketch());
    return carried >= 0.5
        ? Optional.of(Finding.of(FindingKind.STILL_CARRIES, strength, percent(carried), number))
        : Optional.empty();
  }

  private static long percent(double part) {
    return Math.round(100 * part);
  }
}
