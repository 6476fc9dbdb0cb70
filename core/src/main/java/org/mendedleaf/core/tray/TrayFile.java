package org.mendedleaf.core.tray;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SealedText;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.session.OpenDesk;

/**
 * A file of the desk with a tray in it; sealed where something of an encrypted store lies on it.
 */
final class TrayFile {

  private final OpenDesk desk;
  private final Path path;
  private final DeskFile file;

  TrayFile(OpenDesk desk, Path path) {
    this.desk = desk;
    this.path = path;
    this.file = DeskFile.at(path);
  }

  /** What was written last; empty if nothing was. */
  Optional<Tray> read() throws IOException {
    Optional<String> text = file.read(TrayFile::known);
    return text.isEmpty() ? Optional.empty() : Optional.of(TrayFormat.decode(plain(text.get())));
  }

  /** Whether anybody can tell what it says is found out while the file may still be read twice. */
  private static String known(String text) throws IOException {
    if (SealedText.storeOf(text).isEmpty()) {
      var unused = TrayFormat.decode(text);
    }
    return text;
  }

  private String plain(String text) throws IOException {
    Optional<String> store = SealedText.storeOf(text);
    if (store.isEmpty()) {
      return text;
    }
    Optional<DataKey> key = desk.store(store.get()).store().key();
    return key.flatMap(one -> SealedText.open(one, text))
        .orElseThrow(() -> new DamagedDeskFileException(path));
  }

  void write(Tray tray) throws IOException {
    String text = TrayFormat.encode(tray);
    for (Tray.Entry entry : tray.entries()) {
      // What comes from an encrypted store was put here while that is open; others may be away.
      Optional<DataKey> key =
          desk.isOpen(entry.store()) ? desk.store(entry.store()).store().key() : Optional.empty();
      if (key.isPresent()) {
        file.write(SealedText.seal(entry.store(), key.get(), text));
        return;
      }
    }
    file.write(text);
  }
}
