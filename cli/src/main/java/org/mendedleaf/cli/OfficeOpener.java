package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.OfficeSettings;

/** Gives a command the office to work in: a new one, or the one that this process owns already. */
public interface OfficeOpener {

  /** Work in an office. */
  interface OfficeWork {
    int in(Office office) throws IOException;
  }

  /**
   * @param settings home, clock and person as the command line says
   */
  int with(OfficeSettings settings, OfficeWork work) throws IOException;

  /** Work that goes on until the process is asked to end. */
  interface Keeping {
    /**
     * @return one round of it, to be made again and again
     */
    Runnable begin(Office office);
  }

  /** Repeats a piece of work; only a process of its own can. */
  default int keep(OfficeSettings settings, Keeping keeping) throws IOException {
    throw new IOException("keep-watch runs in a process of its own; nothing was begun.");
  }

  /** Opens an office for one command and closes it again. */
  OfficeOpener FRESH =
      (settings, work) -> {
        try (Office office = Office.open(settings)) {
          return work.in(office);
        }
      };
}
