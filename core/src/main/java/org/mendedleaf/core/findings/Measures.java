package org.mendedleaf.core.findings;

import org.mendedleaf.core.likeness.Sketch;

/**
 * What one pass over a content finds out. Only for comparing with another one; nothing of it is
 * kept.
 *
 * @param lead its kind by its first bytes
 * @param size in bytes
 * @param hash of all bytes up to where the other one ends, see {@link Measuring}
 * @param sketch of its bytes
 * @param endMissing whether its kind demands an end that is not there
 * @param longestZeros the longest run of zeros, in bytes
 * @param blocks how many blocks of a KiB it has, a last one of less than half not counted
 * @param noisyBlocks how many of them look like random bytes
 * @param controls control characters that no text has
 * @param isUtf8 whether all of it is valid UTF-8
 * @param garbled signs of letters that were decoded with a wrong encoding
 * @param endsLine whether the last byte is a line break
 * @param open brackets that are opened and not closed
 * @param tail its last bytes; not to be changed
 * @param isContinued whether the last bytes of the other one are here with more behind them
 * @param letters pairs of neighbouring letters
 */
@SuppressWarnings("ArrayRecordComponent") // Never compared; a list would box.
public record Measures(
    Lead lead,
    long size,
    long hash,
    Sketch sketch,
    boolean endMissing,
    long longestZeros,
    long blocks,
    long noisyBlocks,
    long controls,
    boolean isUtf8,
    long garbled,
    boolean endsLine,
    long open,
    byte[] tail,
    boolean isContinued,
    LetterPairs letters) {

  /** Whether it is text in an encoding of bytes. */
  public boolean isText() {
    return lead == Lead.NONE && size > 0 && controls == 0 && (isUtf8 || letters.all() * 3 > size);
  }

  /** Which part of this content's windows of bytes is in the other, 0 to 1. */
  public double partIn(Measures other) {
    return Parts.of(sketch, other.sketch());
  }
}
