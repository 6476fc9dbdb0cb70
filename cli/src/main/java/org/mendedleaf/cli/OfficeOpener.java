package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.OfficeSettings;

/** Gives a command the office to work in: a new one, or the one that this process owns already. */
public interface OfficeOpener {

  /** Work in an office. */
  interface Work {
    int in(Office office) throws IOException;
  }

  /**
   * @param settings home, clock and person as the command line says
   */
  int with(OfficeSettings settings, Work work) throws IOException;

  /** Opens an office for one command and closes it again. */
  OfficeOpener FRESH =
      (settings, work) -> {
        try (Office office = Office.open(settings)) {
          return work.in(office);
        }
      };
}
