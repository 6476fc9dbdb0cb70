package org.mendedleaf.core.session;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.mendedleaf.core.desk.PrivateFolder;

/**
 * Messages that wait for a mail program, as files of the application's data whose names begin with
 * the id of their store. Whoever writes and forgets side by side has a lock.
 *
 * @param folder where they lie; made when there is one
 */
public record Outbox(Path folder) {

  public static Outbox of(OfficeSettings settings) {
    return new Outbox(settings.home().resolve("outbox"));
  }

  /** Adds a message, in place of one of the same name. */
  public Path put(String name, SavedFile.SavedContent content) throws IOException {
    PrivateFolder.make(folder);
    Path file = folder.resolve(name);
    SavedFile.writeOwn(file, true, content);
    return file;
  }

  /** Takes messages away. */
  public void forget(Predicate<String> names) throws IOException {
    if (!Files.isDirectory(folder)) {
      return;
    }
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.toList()) {
        if (names.test(file.getFileName().toString())) {
          Files.delete(file);
        }
      }
    }
  }

  /** Takes all away that were written about a store. */
  void forget(String store) throws IOException {
    forget(name -> name.startsWith(store + "-"));
  }
}
