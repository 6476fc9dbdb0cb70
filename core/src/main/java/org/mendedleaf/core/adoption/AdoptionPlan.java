package org.mendedleaf.core.adoption;

import java.nio.file.Path;
import java.util.List;

/**
 * The outcome of an adoption, before it is done or after.
 *
 * @param mirrors that are kept up from here
 * @param arrivals folders in which files arrive
 */
public record AdoptionPlan(
    List<StoreStep> stores,
    List<SpoolStep> spools,
    List<ShelfStep> shelves,
    List<FolderStep> mirrors,
    List<FolderStep> arrivals) {

  public AdoptionPlan {
    stores = List.copyOf(stores);
    spools = List.copyOf(spools);
    shelves = List.copyOf(shelves);
    mirrors = List.copyOf(mirrors);
    arrivals = List.copyOf(arrivals);
  }

  /** What becomes of a store, a shelf. */
  public enum Adopted {
    /** The store is there, and this desk knows it from now on. */
    OPENED,
    /** The mirror becomes the store. */
    MIRROR_BECOMES_STORE,
    /** The folder is not there or empty, and gets every current file. */
    RECOVERED,
    /** The folder is there with files in it; it is recorded from now on as it is. */
    BOUND,
    /** This desk has it already. */
    KNOWN,
    /** Nothing is done before somebody gives the passphrase or the recovery key. */
    LOCKED,
    /** Nothing is done; why, says the sentence. */
    REFUSED;

    /** Whether it is there from now on. */
    public boolean isDone() {
      return this != LOCKED && this != REFUSED;
    }
  }

  /**
   * A store.
   *
   * @param folder where it lies here
   * @param acts how many its log has
   * @param takesOver whether this desk becomes the only one that writes to it
   * @param why if it is refused
   */
  public record StoreStep(
      RecoverySheet.SheetStore store,
      Path folder,
      Adopted what,
      long acts,
      boolean takesOver,
      String why) {}

  /**
   * What the former desk recorded while a store was away.
   *
   * @param store id of the store
   * @param acts how many, and after the adoption how many were new to the store
   * @param why if it cannot be taken in
   */
  public record SpoolStep(String store, Path spool, long acts, String why) {}

  /**
   * A shelf.
   *
   * @param folder where it is recorded here
   * @param files current ones
   * @param bytes of those that are recovered
   * @param missing how many current files are not in the folder that is there
   * @param why if it is refused
   */
  public record ShelfStep(
      RecoverySheet.SheetShelf shelf,
      Path folder,
      Adopted what,
      long files,
      long bytes,
      long missing,
      String why) {

    ShelfStep refused(String sentence) {
      return new ShelfStep(shelf, folder, Adopted.REFUSED, files, bytes, missing, sentence);
    }
  }

  /**
   * A folder of the desk.
   *
   * @param store id of the store whose mirror it is; empty for arrivals
   * @param there whether it can be reached here
   * @param why if a mirror could not be brought up; it is known nevertheless
   */
  public record FolderStep(String store, Path folder, boolean there, String why) {}

  /** Whether somebody has to give a passphrase or a recovery key. */
  public boolean isLocked() {
    return stores.stream().anyMatch(step -> step.what() == Adopted.LOCKED);
  }

  /** Whether anything would be done. */
  public boolean isAny() {
    return stores.stream().anyMatch(step -> step.what().isDone());
  }

  /** What was not done, or would not be. */
  public List<String> refused() {
    return java.util.stream.Stream.of(
            stores.stream().map(StoreStep::why),
            spools.stream().map(SpoolStep::why),
            shelves.stream().map(ShelfStep::why),
            mirrors.stream().map(FolderStep::why))
        .flatMap(all -> all)
        .filter(why -> !why.isEmpty())
        .toList();
  }
}
