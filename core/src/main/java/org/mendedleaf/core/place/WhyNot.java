package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileStore;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.ReadOnlyFileSystemException;
import java.util.Locale;
import org.mendedleaf.core.store.Reserve;

/** Puts a failure at a place into words for a person: never the name of an exception. */
public final class WhyNot {

  private WhyNot() {}

  /** Why something could not be done at this place. */
  public static String of(IOException e, Path place) {
    if (e instanceof RefusedException) {
      return String.valueOf(e.getMessage());
    } else if (e instanceof AccessDeniedException) {
      return "there is no permission to write there";
    } else if (e instanceof NoSuchFileException missing) {
      return "%s is not there".formatted(missing.getFile());
    } else if (isFull(e)) {
      return "its drive is full%s".formatted(left(place));
    } else if (isReadOnly(e)) {
      return "its drive can only be read";
    } else if (e instanceof FileSystemException failed && failed.getReason() != null) {
      return failed.getReason();
    }
    return e.getMessage() == null ? "the drive did not say why" : e.getMessage();
  }

  /** Whether a drive had no room left. */
  public static boolean isFull(IOException e) {
    return Reserve.isFull(e);
  }

  private static boolean isReadOnly(IOException e) {
    return e.getCause() instanceof ReadOnlyFileSystemException
        || String.valueOf(e.getMessage()).toLowerCase(Locale.ROOT).contains("read-only");
  }

  private static String left(Path place) {
    try {
      Path folder = place.toAbsolutePath();
      while (!Files.isDirectory(folder) && folder.getParent() != null) {
        folder = folder.getParent();
      }
      FileStore drive = Files.getFileStore(folder);
      return ": No space left on %s, which has %,d bytes free"
          .formatted(drive, drive.getUsableSpace());
    } catch (IOException e) {
      return "";
    }
  }
}
