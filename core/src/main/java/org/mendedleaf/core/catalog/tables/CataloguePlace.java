package org.mendedleaf.core.catalog.tables;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.seal.DataKey;

/**
 * The place where the tables of a catalogue lie. While they are built anew, the former ones go on
 * answering, so one place has several of them for a while. Everything needs the catalogue's lock.
 */
public interface CataloguePlace {

  /**
   * The place for the catalogue of a store.
   *
   * @param file its first name
   * @param key of an encrypted store: then nothing lies in that file, and what is kept lies sealed
   *     beside it
   */
  static CataloguePlace at(Path file, Optional<DataKey> key) throws IOException {
    return key.isPresent() ? new SealedCatalogue(sealed(file), key.get()) : CatalogueFiles.of(file);
  }

  /** Where what is kept of an encrypted store's catalogue lies. */
  static Path sealed(Path file) {
    return file.resolveSibling(file.getFileName() + ".sealed");
  }

  /** Connects to the current ones, which are made if they are not there. */
  Sql connect() throws IOException;

  /**
   * Connections that answer from the current ones.
   *
   * @param writing the one that changes them
   * @param repair what is done where a question meets damage
   */
  List<Sql> readers(Sql writing, Sql.Repair repair) throws IOException;

  /** Goes on to new ones. */
  void next();

  /**
   * Goes back to those before, and does away with what came of the last.
   *
   * @param answering connections to those before
   * @return the one that changes them from now on
   */
  Sql back(List<Sql> answering) throws IOException;

  /** Does away with all but the current ones. */
  void deleteOthers() throws IOException;

  /** What was erased from them must not lie anywhere else either. */
  void forgetErased(Sql writing) throws IOException;

  /** Keeps them as they are now, so that they need not be built when they are opened next. */
  void keep(Sql writing) throws IOException;
}
