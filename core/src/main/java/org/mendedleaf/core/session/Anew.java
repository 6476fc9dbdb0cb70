package org.mendedleaf.core.session;

import java.io.IOException;
import org.mendedleaf.core.store.ErasedMeanwhileException;

/**
 * Work on a store that begins anew where another desk has erased what it relied on. Whatever is
 * recorded is recorded before anything is replaced, so nothing has been done by then.
 */
public final class Anew {

  /** One erasure after another may come between, as when somebody clears up. */
  private static final int TRIES = 5;

  private Anew() {}

  public interface Repeatable<T> {
    T done() throws IOException;
  }

  public static <T> T ifErased(Repeatable<T> work) throws IOException {
    for (int tries = 1; ; tries++) {
      try {
        return work.done();
      } catch (ErasedMeanwhileException e) {
        if (tries == TRIES) {
          throw e;
        }
      }
    }
  }
}
