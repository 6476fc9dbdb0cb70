package org.mendedleaf.core.office;

import java.io.IOException;
import org.mendedleaf.core.store.ErasedMeanwhileException;

/**
 * Work on a store that begins anew, once, where another desk has erased what it relied on. Whatever
 * is recorded is recorded before anything is replaced, so nothing has been done by then.
 */
final class Anew {

  private Anew() {}

  interface Work<T> {
    T done() throws IOException;
  }

  static <T> T ifErased(Work<T> work) throws IOException {
    try {
      return work.done();
    } catch (ErasedMeanwhileException e) {
      return work.done();
    }
  }
}
