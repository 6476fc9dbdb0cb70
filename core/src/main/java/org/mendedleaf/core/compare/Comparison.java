package org.mendedleaf.core.compare;

import java.util.List;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.store.SharedBytes;

/**
 * The differences between two states of a content, the earlier and the later.
 *
 * @param kind of the later state
 * @param identical whether they are the same, byte for byte; then nothing else is told
 * @param summary in one line; never empty, and never "no change" where the bytes differ
 * @param difference in detail, as far as the kind can be read
 * @param bytes how much of the bytes is the same
 */
public record Comparison(
    Kind kind, boolean identical, String summary, Difference difference, SharedBytes bytes) {

  /** The sentence for two states that are equal. */
  public static final String IDENTICAL = "identical, byte for byte";

  /** Two states with the same bytes. */
  public static Comparison identical(Kind kind) {
    return new Comparison(
        kind, true, IDENTICAL, new Difference.Bytes("They are the same."), SharedBytes.UNKNOWN);
  }

  /** Two states that are not the same. */
  static Comparison of(Kind kind, String summary, Difference difference) {
    return new Comparison(kind, false, summary, difference, SharedBytes.UNKNOWN);
  }

  /** Two states of which only the bytes can be compared. */
  public static Comparison ofBytes(Kind kind, String summary, String because) {
    return of(kind, summary, new Difference.Bytes(because));
  }

  /** Two states of which at least one is a link. */
  public static Comparison ofLinks(String summary) {
    return ofBytes(Kind.LINK, summary, "What a link points to is not compared.");
  }

  /** With what is known of the bytes; a summary that is still empty is told by them. */
  public Comparison with(SharedBytes shared) {
    String told = summary.isEmpty() ? ByteWords.told(shared) : summary;
    return new Comparison(kind, identical, told, difference, shared);
  }

  /** Without its detail. */
  public Comparison inOneLine() {
    return new Comparison(kind, identical, summary, new Difference.Bytes(""), bytes);
  }

  /** What differs, by kind. */
  public sealed interface Difference {

    /**
     * Lines of a text, paragraphs of a document, lines of the pages of a PDF, or entries of an
     * archive.
     *
     * @param whole whether all rows are here
     */
    record Lines(List<ComparedRow> rows, boolean whole) implements Difference {}

    /** Tables, sheet by sheet. */
    record Tables(List<SheetPair> sheets) implements Difference {}

    /**
     * Pictures of the same size as PNG; a state that was smaller is not stretched.
     *
     * @param difference the later one, pale, with what changed in full colour
     * @param area what changed
     */
    record Pictures(
        byte[] earlier, byte[] later, byte[] difference, int width, int height, Area area)
        implements Difference {}

    /**
     * Two states of which only the bytes can be compared.
     *
     * @param because why, as a sentence
     */
    record Bytes(String because) implements Difference {}
  }

  /** The way in which a row or a sheet differs. */
  public enum ComparisonMark {
    SAME,
    /** Only the earlier state has it. */
    REMOVED,
    /** Only the later state has it. */
    ADDED,
    CHANGED,
    /** The same, at another place. */
    MOVED,
    /** A place where this many equal rows are left out. */
    SKIPPED,
    /** A heading between rows, such as a page. */
    SECTION
  }

  /**
   * A row of two texts side by side.
   *
   * @param earlier its line in the earlier state, from 1; 0 where it is not there; in a skipped row
   *     how many are skipped
   * @param later its line in the later state, likewise
   * @param before what stood there; empty where it was not there
   * @param after what stands there now; empty where it is not there or the same as before
   */
  public record ComparedRow(
      ComparisonMark mark, int earlier, int later, List<Piece> before, List<Piece> after) {

    public static ComparedRow section(String title) {
      return new ComparedRow(
          ComparisonMark.SECTION, 0, 0, List.of(new Piece(title, false)), List.of());
    }

    static ComparedRow skipped(int rows) {
      return new ComparedRow(ComparisonMark.SKIPPED, rows, rows, List.of(), List.of());
    }
  }

  /**
   * A part of a line.
   *
   * @param changed whether the other state has something else here
   */
  public record Piece(String text, boolean changed) {}

  /**
   * Two sheets side by side.
   *
   * @param columns what they are called, of both states
   * @param rows with one pair of cells for each column
   */
  public record SheetPair(
      ComparisonMark mark, String name, List<ComparedColumn> columns, List<RowPair> rows) {}

  /**
   * A column of either or both states.
   *
   * @param mark {@link ComparisonMark#ADDED}, {@link ComparisonMark#REMOVED} or {@link
   *     ComparisonMark#SAME}
   */
  public record ComparedColumn(ComparisonMark mark, String name) {}

  /**
   * A row of either or both states.
   *
   * @param earlier its number in the earlier state, from 1; 0 where it is not there; in a skipped
   *     row how many are skipped
   * @param later its number in the later state, likewise
   */
  public record RowPair(ComparisonMark mark, int earlier, int later, List<CellPair> cells) {}

  /**
   * A cell of either or both states.
   *
   * @param beforeFormula how it was computed, where the formula is what changed
   * @param afterFormula how it is computed, likewise
   */
  public record CellPair(
      CellChange change, String before, String after, String beforeFormula, String afterFormula) {}

  /** The kind of change in a cell; the first that applies counts. */
  public enum CellChange {
    SAME,
    VALUE,
    FORMULA,
    LOOK
  }

  /** A rectangle in pixels. */
  public record Area(int x, int y, int width, int height) {}
}
