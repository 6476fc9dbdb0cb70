package org.mendedleaf.core.watch;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Which programs have which files open: their next save would write over what is put there. Told by
 * the open handles that Linux lists for each process, and by the lock files that programs put
 * beside what they have open. What cannot be looked at, as other people's processes, is passed
 * over. Safe for several threads; takes a tenth of a second.
 */
public final class OpenPrograms {

  /** An older lock was left behind. */
  private static final Duration LEFT_BEHIND = Duration.ofDays(7);

  private static final List<String> BEFORE = List.of(".~lock.", "~$", ".#", ".", "");
  private static final List<String> AFTER = List.of("#", ".lock", ".lck", ".swp", "");

  private static final String REPLACED = " (deleted)";

  private final Path processes;
  private final long own;

  private OpenPrograms(Path processes, long own) {
    this.processes = processes;
    this.own = own;
  }

  /** Those of this machine but for the process itself. */
  public static OpenPrograms ofThisMachine() {
    return new OpenPrograms(Path.of("/proc"), ProcessHandle.current().pid());
  }

  /** For tests: processes as a folder lists them. */
  static OpenPrograms listedIn(Path processes) {
    return new OpenPrograms(processes, -1);
  }

  /**
   * Looks which of some files are open.
   *
   * @param now to tell what was left behind
   * @return the names of the programs by file; a lock file counts as "another program"
   */
  public Map<Path, Set<String>> having(List<Path> files, Instant now) {
    Map<Path, Set<String>> found = new HashMap<>();
    Map<Path, Path> wanted = new HashMap<>();
    for (Path file : files) {
      wanted.put(real(file), file);
      if (isLocked(file, now)) {
        found.computeIfAbsent(file, one -> new TreeSet<>()).add("another program");
      }
    }
    if (files.isEmpty()) {
      return found;
    }
    for (Path process : in(processes)) {
      if (!process.getFileName().toString().matches("\\d+")
          || process.getFileName().toString().equals(Long.toString(own))) {
        continue;
      }
      for (Path handle : in(process.resolve("fd"))) {
        Path file = wanted.get(target(handle));
        if (file != null) {
          Set<String> names = found.computeIfAbsent(file, one -> new TreeSet<>());
          names.remove("another program");
          names.add(name(process));
        }
      }
    }
    return found;
  }

  private static Path real(Path file) {
    try {
      return file.toRealPath();
    } catch (IOException e) {
      // It is not there, so nobody has it open.
      return file;
    }
  }

  private static List<Path> in(Path folder) {
    List<Path> all = new ArrayList<>();
    try (DirectoryStream<Path> stream = Files.newDirectoryStream(folder)) {
      stream.forEach(all::add);
    } catch (IOException | java.nio.file.DirectoryIteratorException e) {
      // It ended meanwhile, or is somebody else's.
    }
    return all;
  }

  /** What was put in place of a file leaves it open under its name, which then has an addition. */
  private static Path target(Path handle) {
    try {
      String path = Files.readSymbolicLink(handle).toString();
      return Path.of(
          path.endsWith(REPLACED) ? path.substring(0, path.length() - REPLACED.length()) : path);
    } catch (IOException e) {
      return handle;
    }
  }

  private static String name(Path process) {
    try {
      return Files.readString(process.resolve("comm")).strip();
    } catch (IOException e) {
      return "another program";
    }
  }

  /** Whether a lock file lies beside it. */
  private static boolean isLocked(Path file, Instant now) {
    String name = file.getFileName().toString();
    for (String before : BEFORE) {
      for (String after : AFTER) {
        boolean marks = !(before.isEmpty() || before.equals(".")) || !after.isEmpty();
        if (marks && isFresh(file.resolveSibling(before + name + after), now)) {
          return true;
        }
      }
    }
    // Some put the mark in place of the first two letters.
    return name.length() > 8 && isFresh(file.resolveSibling("~$" + name.substring(2)), now);
  }

  private static boolean isFresh(Path lock, Instant now) {
    try {
      // Some are links that lead nowhere.
      return Files.getLastModifiedTime(lock, java.nio.file.LinkOption.NOFOLLOW_LINKS)
          .toInstant()
          .isAfter(now.minus(LEFT_BEHIND));
    } catch (IOException e) {
      return false;
    }
  }
}
