package org.mendedleaf.core.tray;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SealedText;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.session.OpenDesk;

/**
 * Recoveries that were begun and have not ended, a file each on this desk, so that they can be
 * resumed after a crash; beside it, for each part, the plan of what it was about to do.
 */
final class BegunRuns {

  private static final String ENDING = ".json";
  private static final String PLAN = ".plan";

  private final OpenDesk desk;
  private final Path folder;

  BegunRuns(OpenDesk desk, Path folder) {
    this.desk = desk;
    this.folder = folder;
  }

  /**
   * A recovery that has not ended.
   *
   * @param at when it was begun, by the machine's clock
   */
  record Begun(String run, Instant at) {}

  /** Notes that a recovery begins. */
  void begin(String run, Tray tray) throws IOException {
    new TrayFile(desk, file(run)).write(tray);
  }

  private Path file(String run) {
    return folder.resolve(run + ENDING);
  }

  /** Where the plan of a part of it is kept. */
  Path plan(String run, int part) {
    return folder.resolve(run + "-" + part + PLAN);
  }

  void end(String run) throws IOException {
    if (!Files.isDirectory(folder)) {
      return;
    }
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.toList()) {
        if (file.getFileName().toString().startsWith(run)) {
          Files.deleteIfExists(file);
        }
      }
    }
  }

  /**
   * Whether what is kept of a run has one of these words in it; what is sealed has none that
   * anybody could read without the key.
   */
  boolean mentions(String run, Set<String> words) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.toList()) {
        if (file.getFileName().toString().startsWith(run)) {
          String kept = new String(Files.readAllBytes(file), StandardCharsets.UTF_8);
          if (words.stream().anyMatch(kept::contains) || mentionsSealed(file, words)) {
            return true;
          }
        }
      }
    }
    return false;
  }

  private boolean mentionsSealed(Path file, Set<String> words) throws IOException {
    Optional<String> kept = DeskFile.at(file).read(text -> text);
    Optional<String> store = kept.flatMap(SealedText::storeOf);
    if (store.isEmpty()) {
      return false;
    }
    Optional<DataKey> key = desk.store(store.get()).store().key();
    return key.flatMap(one -> SealedText.open(one, kept.get()))
        .map(plain -> words.stream().anyMatch(plain::contains))
        .orElse(false);
  }

  /** Oldest first. */
  List<Begun> all() throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    List<Begun> begun = new ArrayList<>();
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.toList()) {
        String name = file.getFileName().toString();
        if (name.endsWith(ENDING)) {
          begun.add(
              new Begun(
                  name.substring(0, name.length() - ENDING.length()),
                  Files.getLastModifiedTime(file).toInstant()));
        }
      }
    }
    begun.sort(Comparator.comparing(Begun::at));
    return begun;
  }

  /** Whether a recovery had begun to change anything. */
  boolean hasBegunToWrite(String run) throws IOException {
    if (!Files.isDirectory(folder)) {
      return false;
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .map(file -> file.getFileName().toString())
          .anyMatch(name -> name.startsWith(run) && name.endsWith(PLAN));
    }
  }

  /**
   * @throws org.mendedleaf.core.desk.DamagedDeskFileException if nobody can tell any more
   */
  Tray read(String run) throws IOException {
    return new TrayFile(desk, file(run))
        .read()
        .orElseThrow(
            () ->
                new SentenceException(
                    "There is no recovery %s that was interrupted here.".formatted(run)));
  }
}
