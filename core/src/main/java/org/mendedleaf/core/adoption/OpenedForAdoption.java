package org.mendedleaf.core.adoption;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;

/**
 * A store that is looked into before this desk knows it. One that it knows already stays open, the
 * other is closed afterwards. For one thread.
 */
record OpenedForAdoption(OpenStore store, boolean isKnown) implements Closeable {

  static OpenedForAdoption at(OpenDesk desk, Path folder) throws IOException {
    for (Desk.KnownStore known : desk.desk().stores()) {
      if (known.folder().equals(folder)) {
        return new OpenedForAdoption(desk.store(known.id()), true);
      }
    }
    OpenStore opened = desk.openAt(folder);
    for (Desk.KnownStore known : desk.desk().stores()) {
      if (known.id().equals(opened.id())) {
        // Known at another place: two catalogues of one store must not be written at once.
        opened.close();
        return new OpenedForAdoption(desk.store(known.id()), true);
      }
    }
    opened.catalogue().catchUp();
    return new OpenedForAdoption(opened, false);
  }

  @Override
  public void close() {
    if (!isKnown) {
      store.close();
    }
  }
}
