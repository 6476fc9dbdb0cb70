package org.mendedleaf.core.tray;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OpenDesk;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The tray as it lay when the window was closed. */
final class KeptTray {

  private static final Logger LOG = LoggerFactory.getLogger(KeptTray.class);

  private final TrayFile file;

  KeptTray(OpenDesk desk, Path home) {
    this.file = new TrayFile(desk, home.resolve("tray.json"));
  }

  /**
   * An empty one if none was kept, or nobody can tell any more what lay there: it was damaged, or
   * the store whose key opens it is locked or away.
   */
  Tray read() {
    try {
      return file.read().orElseGet(KeptTray::empty);
    } catch (IOException e) {
      LOG.info("The tray begins empty: {}", e.getMessage());
      return empty();
    }
  }

  private static Tray empty() {
    return new Tray(List.of(), Handling.IN_PLACE);
  }

  void write(Tray tray) throws IOException {
    file.write(tray);
  }
}
