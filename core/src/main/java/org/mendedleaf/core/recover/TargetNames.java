package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.history.InnerPath;

/**
 * The names that a place allows, and replacements for those that it does not. Besides what the
 * system refuses on its own, drives in the formats of other systems refuse some signs, blanks and
 * dots at the end, and names of devices, and do not tell capital letters from small ones.
 */
final class TargetNames {

  private static final Set<String> FOREIGN_FORMATS =
      Set.of(
          "vfat", "msdos", "exfat", "ntfs", "ntfs3", "fuseblk", "cifs", "smb3", "smbfs", "fat32");
  private static final Set<String> DEVICES =
      Set.of(
          "con", "prn", "aux", "nul", "com1", "com2", "com3", "com4", "com5", "com6", "com7",
          "com8", "com9", "lpt1", "lpt2", "lpt3", "lpt4", "lpt5", "lpt6", "lpt7", "lpt8", "lpt9");
  private static final String FORBIDDEN = "<>:\"\\|?*";
  private static final char STAND_IN = '_';

  private final Path place;
  private final boolean strict;
  private final boolean ignoresCase;

  private TargetNames(Path place, boolean strict, boolean ignoresCase) {
    this.place = place;
    this.strict = strict;
    this.ignoresCase = ignoresCase;
  }

  /** What names can be in this folder, which need not exist yet. */
  static TargetNames in(Path folder) {
    boolean system = folder.getFileSystem().getSeparator().equals("\\");
    boolean foreign = system || FOREIGN_FORMATS.contains(format(folder));
    boolean same = folder.resolve("a").equals(folder.resolve("A"));
    return new TargetNames(folder, foreign, foreign || same);
  }

  private static String format(Path folder) {
    for (Path at = folder.toAbsolutePath(); at != null; at = at.getParent()) {
      if (Files.exists(at)) {
        try {
          return Files.getFileStore(at).type().toLowerCase(Locale.ROOT);
        } catch (IOException e) {
          // It can only be tried out then, and what is refused is told.
          return "";
        }
      }
    }
    return "";
  }

  /** The name itself if it can be had here, else one that can. */
  String allowed(String name) {
    if (!strict && isAccepted(name)) {
      return name;
    }
    StringBuilder text = new StringBuilder(name);
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c < ' ' || FORBIDDEN.indexOf(c) >= 0) {
        text.setCharAt(i, STAND_IN);
      }
    }
    char last = text.charAt(text.length() - 1);
    if (last == '.' || last == ' ') {
      text.setCharAt(text.length() - 1, STAND_IN);
    }
    int dot = text.indexOf(".");
    int stem = dot < 0 ? text.length() : dot;
    if (DEVICES.contains(text.substring(0, stem).toLowerCase(Locale.ROOT))) {
      text.insert(stem, STAND_IN);
    }
    return text.toString();
  }

  private boolean isAccepted(String name) {
    try {
      return place.resolve(name).getNameCount() == place.getNameCount() + 1;
    } catch (InvalidPathException e) {
      return false;
    }
  }

  /** Equal for two targets that would be the same file here. */
  String key(Path target) {
    String text = target.toString();
    return ignoresCase ? text.toUpperCase(Locale.ROOT).toLowerCase(Locale.ROOT) : text;
  }

  /** A path with names that this place can have; empty if it leads out. */
  Optional<InnerPath> allowed(InnerPath wish) {
    InnerPath to = InnerPath.ROOT;
    for (String name : wish.text().split("/", -1)) {
      if (name.isEmpty() || name.equals(".") || name.equals("..")) {
        return Optional.empty();
      }
      to = to.resolve(allowed(name));
    }
    return Optional.of(to);
  }
}
