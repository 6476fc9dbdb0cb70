package org.mendedleaf.core.catalog.lines;

import java.io.IOException;
import java.util.function.BiConsumer;
import java.util.function.Function;

/**
 * One kind of line in the log, with everything that the program knows about it.
 *
 * @param word the first field, by which a line is recognised
 * @param type what it is in the program
 * @param write puts what it says into the fields of a line, {@code word} first
 * @param read the opposite
 * @param apply tells it to what is made of the log
 */
record LineKind<D extends Detail>(
    String word,
    Class<D> type,
    BiConsumer<D, LineFields> write,
    Function<LineFields, Detail> read,
    Application<D> apply) {

  /** The method of the target that a kind of line goes to. */
  interface Application<D extends Detail> {
    void tell(LineTarget target, D line, LineContext in) throws IOException;
  }
}
