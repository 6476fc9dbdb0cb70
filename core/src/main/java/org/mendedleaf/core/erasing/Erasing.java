package org.mendedleaf.core.erasing;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.tables.Proof;
import org.mendedleaf.core.catalog.tables.UnprovenException;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.store.AbandonedWrites;
import org.mendedleaf.core.store.Reserve;
import org.mendedleaf.core.store.Rewriting;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.upkeep.Upkeep;

/**
 * Destroys revisions for good: their contents as far as nothing living needs them, and every line
 * of metadata that says something of them. What stands beside them is written into new sheaves, one
 * commit makes those count, and the old files are deleted. Until the commit nothing has happened;
 * after it, deleting can be finished at any time.
 *
 * <p>For one thread; other threads and desks may record and read meanwhile.
 */
public final class Erasing {

  private final Catalogue catalogue;
  private final Journal journal;

  public Erasing(Catalogue catalogue, Journal journal) {
    this.catalogue = catalogue;
    this.journal = journal;
  }

  /**
   * A prepared erasure: what goes and what replaces it; it is durable beside what is there, and
   * does not count yet.
   *
   * @param files those of which nothing is left
   * @param revisions those that go
   * @param freed bytes by which the store's files will be smaller
   * @param unused how many of them were out of use already, and go on this occasion
   */
  public record Prepared(
      long shelf,
      Set<Long> files,
      List<Revision> revisions,
      long freed,
      long unused,
      Rewriting.Rewritten rewritten,
      long basedOn) {}

  /**
   * Writes what lives on. {@link #commit} or {@link #drop} what comes of it.
   *
   * @param revisions of one shelf; where they are all that a file has, the file goes with its names
   */
  public Prepared prepare(long shelf, List<Revision> revisions) throws IOException {
    return caughtUp(() -> prepareOnce(shelf, revisions));
  }

  /** On a full drive the room that the store keeps for it is used. */
  private <T> T withReserve(Journal.Alone<T> work) throws IOException {
    try {
      return work.done();
    } catch (IOException e) {
      if (!Reserve.isFull(e) || !catalogue.store().reserve().giveWay()) {
        throw e;
      }
      return work.done();
    }
  }

  /** Another desk's erasure may take away what is being read, sheaves and rows alike. */
  private <T> T caughtUp(Journal.Alone<T> work) throws IOException {
    catalogue.catchUp();
    while (true) {
      try {
        return work.done();
      } catch (NoSuchFileException | DamagedContentException | UnprovenException e) {
        if (catalogue.catchUp() == 0) {
          throw e;
        }
      }
    }
  }

  private Prepared prepareOnce(long shelf, List<Revision> revisions) throws IOException {
    Decided decided = decide(revisions);
    Rewriting.Rewritten rewritten =
        withReserve(() -> catalogue.store().rewriting(catalogue).write(decided.task()));
    try {
      decided.requireFound(rewritten.missed());
    } catch (UnprovenException e) {
      catalogue.store().rewriting(catalogue).drop(rewritten);
      throw e;
    }
    return new Prepared(
        shelf,
        decided.files(),
        List.copyOf(revisions),
        rewritten.freed(),
        rewritten.unused(),
        rewritten,
        decided.basedOn());
  }

  /**
   * How many bytes that would free, exactly; nothing is written, and no room is needed in the
   * store.
   */
  public Rewriting.FreedRoom weigh(List<Revision> revisions) throws IOException {
    return caughtUp(
        () -> {
          Decided decided = decide(revisions);
          Rewriting.FreedRoom freed = catalogue.store().rewriting(catalogue).weigh(decided.task());
          decided.requireFound(freed.missed());
          return freed;
        });
  }

  /**
   * @param fresh whether the catalogue was read from the log just now
   */
  private record Decided(Set<Long> files, Rewriting.Task task, long basedOn, boolean fresh) {

    /** What was not found where the catalogue says that it lies, would stay there for good. */
    void requireFound(Set<ContentId> missed) throws UnprovenException {
      if (!missed.isEmpty() && !fresh) {
        throw new UnprovenException("where a content lies");
      }
    }
  }

  private Decided decide(List<Revision> revisions) throws IOException {
    return catalogue.proving(proof -> decide(proof, revisions, catalogue.commits()));
  }

  private Decided decide(Proof proof, List<Revision> revisions, long basedOn) throws IOException {
    proof.settings();
    Map<Long, List<Revision>> asked =
        revisions.stream()
            .collect(
                Collectors.groupingBy(Revision::file, LinkedHashMap::new, Collectors.toList()));
    Scrubbing scrubbing = new Scrubbing(proof, revisions);
    proof.files(
        asked.keySet(),
        (file, lines) -> {
          List<Revision> history = catalogue.files().history(file);
          if (!history.containsAll(asked.get(file))) {
            // It was asked for before anything was proven.
            throw new UnprovenException("which revision is to be erased");
          }
          scrubbing.add(file, lines, history);
        });
    scrubbing.read();
    List<ContentRef> going = new ArrayList<>(scrubbing.keptByBlanked());
    revisions.forEach(revision -> revision.state().content().ifPresent(going::add));
    proof.countUnknown();
    Departure departure = Departure.of(proof, going);
    scrubbing.readNaming(departure.gone());
    Set<String> hashes =
        departure.gone().stream().map(content -> content.id().hex()).collect(Collectors.toSet());
    Map<ContentId, byte[]> instead = scrubbing.blocks(proof.contents(), hashes);
    Set<ContentId> held = new HashSet<>(departure.dead());
    held.addAll(instead.keySet());
    return new Decided(
        scrubbing.files(),
        new Rewriting.Task(proof.concerned(held), proof.unused(), departure.dead(), instead),
        basedOn,
        proof.isBuiltHere());
  }

  /** Forgets what was prepared. */
  public void drop(Prepared prepared) throws IOException {
    catalogue.store().rewriting(catalogue).drop(prepared.rewritten());
  }

  /**
   * Makes it so.
   *
   * @param called what the ledger is to say of the file's name; empty if nothing
   * @return the act; empty if something was committed meanwhile, and what was prepared is dropped
   */
  public OptionalLong commit(Prepared prepared, Instant at, String by, Optional<String> called)
      throws IOException {
    List<Detail> details = new ArrayList<>();
    called.ifPresent(name -> details.add(new Detail.Called(name)));
    prepared.files().forEach(file -> details.add(new Detail.FileErased(file)));
    prepared.revisions().forEach(revision -> details.add(new Detail.Erased(revision.key())));
    OptionalLong act =
        withReserve(
            () ->
                journal.erase(
                    prepared.rewritten(),
                    details,
                    prepared.basedOn(),
                    Optional.of(prepared.shelf()),
                    at,
                    by));
    if (act.isEmpty()) {
      drop(prepared);
      return act;
    }
    Upkeep.deleteErased(catalogue);
    AbandonedWrites.delete(prepared.rewritten().abandoned());
    return act;
  }
}
