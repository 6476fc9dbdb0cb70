package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The names of a catalogue's files. One that is built anew gets a name that was never used, since
 * the one that it replaces still answers meanwhile, and SQLite finds the files beside a database by
 * their names.
 */
public final class CatalogueFiles implements CataloguePlace {

  private static final int READERS = 3;

  private static final Pattern NAME = Pattern.compile("(?:\\.(\\d{1,18}))?(?:-wal|-shm)?");

  private final Path first;
  private long generation;
  private long former;
  private long given;

  private CatalogueFiles(Path first, long generation) {
    this.first = first;
    this.generation = generation;
  }

  /**
   * The newest of those that are there; older ones are what a crash has left.
   *
   * @param first the name of the first one
   */
  public static CatalogueFiles of(Path first) throws IOException {
    CatalogueFiles files = new CatalogueFiles(first, 0);
    long newest = 0;
    for (Path file : files.there()) {
      newest = Math.max(newest, files.generation(file));
    }
    files.generation = newest;
    return files;
  }

  @Override
  public Sql connect() throws IOException {
    make();
    return new Sql(current());
  }

  /** Several, since one long question must not keep the short ones waiting. */
  @Override
  public List<Sql> readers(Sql writing, Sql.Repair repair) throws IOException {
    List<Sql> readers = new ArrayList<>();
    for (int i = 0; i < READERS; i++) {
      readers.add(new Sql(current(), repair));
    }
    return readers;
  }

  /** The pages that were written lie in two files. */
  @Override
  public void forgetErased(Sql writing) throws IOException {
    writing.execute("PRAGMA wal_checkpoint(TRUNCATE)");
  }

  @Override
  public void keep(Sql writing) {
    // They are files already.
  }

  private Path current() {
    return generation == 0 ? first : first.resolveSibling(first.getFileName() + "." + generation);
  }

  /** Goes on to a name that was not used before. */
  @Override
  public void next() {
    former = generation;
    generation = Math.max(generation, given) + 1;
    given = generation;
  }

  /** Goes back to the one before, and deletes what came of the last; its name is not used again. */
  @Override
  public Sql back(List<Sql> answering) throws IOException {
    generation = former;
    deleteOthers();
    return connect();
  }

  /** Makes the current one, if it is not there, for its owner alone; SQLite then keeps to that. */
  private void make() throws IOException {
    Path file = current();
    boolean posix = file.getFileSystem().supportedFileAttributeViews().contains("posix");
    if (!Files.exists(file) && posix) {
      Files.createFile(
          file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    }
  }

  /** Deletes all but the current one. */
  @Override
  public void deleteOthers() throws IOException {
    for (Path file : there()) {
      long of = generation(file);
      if (of >= 0 && of != generation) {
        Files.deleteIfExists(file);
      }
    }
  }

  /** Deletes all of them, and what is kept of them sealed if the store is encrypted. */
  public void deleteAll() throws IOException {
    Files.deleteIfExists(CataloguePlace.sealed(first));
    for (Path file : there()) {
      if (generation(file) >= 0) {
        Files.deleteIfExists(file);
      }
    }
  }

  private List<Path> there() throws IOException {
    List<Path> found = new ArrayList<>();
    try (DirectoryStream<Path> there =
        Files.newDirectoryStream(
            first.toAbsolutePath().getParent(),
            file -> file.getFileName().toString().startsWith(first.getFileName().toString()))) {
      there.forEach(found::add);
    }
    return found;
  }

  /** Which one a file belongs to; -1 for no such file. */
  private long generation(Path file) {
    String rest = file.getFileName().toString().substring(first.getFileName().toString().length());
    Matcher matcher = NAME.matcher(rest);
    if (!matcher.matches()) {
      return -1;
    }
    return matcher.group(1) == null ? 0 : Long.parseLong(matcher.group(1));
  }
}
