package org.mendedleaf.core.office;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Tray;

/** The tray as it lay when the window was closed. */
final class KeptTray {

  private final Path file;

  KeptTray(Path home) {
    this.file = home.resolve("tray.json");
  }

  Tray read() throws IOException {
    try {
      return TrayFormat.decode(Files.readAllBytes(file));
    } catch (NoSuchFileException e) {
      return new Tray(List.of(), Handling.IN_PLACE);
    }
  }

  void write(Tray tray) throws IOException {
    Path pending = file.resolveSibling(file.getFileName() + ".pending");
    Files.write(pending, TrayFormat.encode(tray));
    Files.move(pending, file, StandardCopyOption.REPLACE_EXISTING);
  }
}
