package org.mendedleaf.core.session;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.mendedleaf.core.desk.PrivateFolder;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.store.Store;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The folder on this desk in which is kept what is recorded while a store is away: {@code
 * spools/STORE} in the application's data. What the store says of itself always lies there; a copy
 * of its catalogue, sheaves and a log that goes on from the store's only while something waits. Not
 * safe for several threads.
 */
public final class SpoolPlace {

  private static final Logger LOG = LoggerFactory.getLogger(SpoolPlace.class);

  private static final String CATALOGUE = "catalogue";
  private static final String CLEARED = "log.moved-over";

  private final Path home;
  private final Path folder;
  private final Path catalogues;
  private final String store;
  private final Places places;

  SpoolPlace(OfficeSettings settings, String store) {
    this.home = settings.home();
    this.folder = settings.home().resolve("spools").resolve(store);
    this.catalogues = settings.home().resolve("catalogues");
    this.store = store;
    this.places = settings.places();
  }

  public Path folder() {
    return folder;
  }

  /** Keeps at hand what is needed to record while the store is away. */
  public void remember(Store of) {
    try {
      boolean isNew = Files.notExists(folder);
      PrivateFolder.make(folder);
      Durability durability = places.at(folder);
      of.describeFor(folder, durability);
      if (isNew) {
        // The home is there already, and made to last by what else lies in it.
        durability.forceFolder(Objects.requireNonNull(folder.getParent()));
        durability.forceFolder(home);
      }
      if (!isWaiting()) {
        clear();
      }
    } catch (IOException e) {
      // The store itself can be used; only while it is away nothing could be recorded.
      LOG.warn("What a spool of the store {} would need was not kept.", of.root(), e);
    }
  }

  /** What was moved over and is not gone yet is nothing of what begins now. */
  void begin() throws IOException {
    if (!isWaiting()) {
      clear();
    }
  }

  /** The tables that a spool goes on with, copied from those of the store when it begins. */
  Path catalogue() throws IOException {
    Path tables = folder.resolve(CATALOGUE);
    Path first = tables.resolve(store + ".sqlite");
    if (Files.isDirectory(tables) && isWaiting()) {
      return first;
    }
    // Those of an earlier time at which nothing was recorded know less than the store's.
    clear(tables);
    Path pending = folder.resolve(CATALOGUE + ".pending");
    clear(pending);
    PrivateFolder.make(pending);
    Durability durability = places.at(folder);
    for (Path file : there(catalogues)) {
      Path copy = pending.resolve(file.getFileName().toString());
      Files.copy(file, copy, StandardCopyOption.COPY_ATTRIBUTES);
      durability.force(copy);
    }
    // Nothing can make them anew while the store is away.
    durability.forceFolder(pending);
    Files.move(pending, tables);
    durability.forceFolder(folder);
    return first;
  }

  /** Whether enough of the store is known here to go on without it. */
  public boolean isPossible() throws IOException {
    return Files.exists(folder.resolve("store.json"))
        && (isWaiting() || !there(catalogues).isEmpty());
  }

  /** Whether anything was recorded that the store does not have yet. */
  public boolean isWaiting() throws IOException {
    Path log = folder.resolve("log");
    if (!Files.isDirectory(log, LinkOption.NOFOLLOW_LINKS)) {
      return false;
    }
    try (Stream<Path> segments = Files.list(log)) {
      return segments.anyMatch(file -> file.toString().endsWith(".seg"));
    }
  }

  /** Bytes of everything in it but the tables. */
  public long bytes() throws IOException {
    long bytes = 0;
    for (String part : List.of("log", "sheaves")) {
      Path of = folder.resolve(part);
      bytes += Files.isDirectory(of) ? ShelfPlaces.bytesIn(of) : 0;
    }
    return bytes;
  }

  /** Does away with everything that waited; it is in the store now. */
  public void clear() throws IOException {
    Path log = folder.resolve("log");
    if (Files.isDirectory(log, LinkOption.NOFOLLOW_LINKS)) {
      // In one step nothing waits any more: as long as the log is there, its sheaves are needed.
      clear(folder.resolve(CLEARED));
      Files.move(log, folder.resolve(CLEARED), StandardCopyOption.ATOMIC_MOVE);
      places.at(folder).forceFolder(folder);
    }
    for (String part : List.of(CATALOGUE, "twin", "sheaves", CLEARED)) {
      clear(folder.resolve(part));
    }
  }

  private static void clear(Path tree) throws IOException {
    if (Files.notExists(tree)) {
      return;
    }
    try (Stream<Path> files = Files.walk(tree)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  private List<Path> there(Path in) throws IOException {
    List<Path> files = new ArrayList<>();
    if (Files.isDirectory(in)) {
      try (DirectoryStream<Path> all = Files.newDirectoryStream(in, store + ".sqlite*")) {
        all.forEach(files::add);
      }
    }
    return files;
  }
}
