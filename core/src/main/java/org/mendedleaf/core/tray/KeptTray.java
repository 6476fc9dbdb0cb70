package org.mendedleaf.core.tray;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Tray;

/** The tray as it lay when the window was closed. */
final class KeptTray {

  private final DeskFile file;

  KeptTray(Path home) {
    this.file = DeskFile.at(home.resolve("tray.json"));
  }

  /** An empty one if none was kept, or nobody can tell any more what lay there. */
  Tray read() throws IOException {
    try {
      return file.read(TrayFormat::decode).orElseGet(KeptTray::empty);
    } catch (DamagedDeskFileException e) {
      return empty();
    }
  }

  private static Tray empty() {
    return new Tray(List.of(), Handling.IN_PLACE);
  }

  void write(Tray tray) throws IOException {
    file.write(TrayFormat.encode(tray));
  }
}
