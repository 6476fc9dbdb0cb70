package org.mendedleaf.core.adoption;

import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.store.log.LogHead;

/**
 * What only one desk knows: where its stores, their mirrors and the folders of its shelves lie, and
 * where files arrive. Everything else, such as people, care plans and rhythms, is in the stores.
 * Printed or kept elsewhere, it lets another desk take its place.
 *
 * @param by who made it
 * @param desk id of the desk; empty if somebody has typed only where a store lies
 * @param home where the desk keeps its data, and what was recorded while a store was away
 * @param arrivals folders in which files from outside arrive
 * @param spoolLimit how many bytes may wait for a store that is away
 */
public record RecoverySheet(
    Instant made,
    String by,
    Optional<String> desk,
    Optional<Path> home,
    List<SheetStore> stores,
    List<SheetShelf> shelves,
    List<Path> arrivals,
    long spoolLimit) {

  public RecoverySheet {
    stores = List.copyOf(stores);
    shelves = List.copyOf(shelves);
    arrivals = List.copyOf(arrivals);
  }

  /** The same without a shelf, which another desk goes on recording. */
  public RecoverySheet without(SheetShelf shelf) {
    return new RecoverySheet(
        made,
        by,
        desk,
        home,
        stores,
        shelves.stream().filter(one -> !one.equals(shelf)).toList(),
        arrivals,
        spoolLimit);
  }

  /**
   * A store.
   *
   * @param head the last commit that the desk has seen, as far as it is known
   * @param isEncrypted whether nobody can open it without its passphrase or its recovery key
   * @param mirror where its second copy lies, if it has one
   * @param drills how often a drill runs automatically; empty for never
   */
  public record SheetStore(
      String id,
      Path folder,
      Optional<LogHead> head,
      boolean isEncrypted,
      Optional<Path> mirror,
      Optional<Duration> drills) {}

  /**
   * A shelf and the folder that it records.
   *
   * @param store id of its store
   * @param shelf its number there
   * @param name empty if it is not known
   */
  public record SheetShelf(String store, long shelf, String name, Path folder) {}
}
