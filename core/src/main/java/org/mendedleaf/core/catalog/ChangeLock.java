package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.concurrent.locks.ReentrantLock;
import org.mendedleaf.core.catalog.tables.Sql;

/** Held by whoever changes a catalogue's tables; questions do not need it. */
final class ChangeLock extends ReentrantLock {
  private static final long serialVersionUID = 1L;

  interface WhileAlone<T> {
    T ask() throws IOException;
  }

  <T> T alone(WhileAlone<T> asked) throws IOException {
    lock();
    try {
      return asked.ask();
    } finally {
      unlock();
    }
  }

  void alone(Sql.InTransaction change) throws IOException {
    lock();
    try {
      change.run();
    } finally {
      unlock();
    }
  }
}
