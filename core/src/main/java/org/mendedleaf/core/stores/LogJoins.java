package org.mendedleaf.core.stores;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.PrivateFolder;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.joining.Fork;
import org.mendedleaf.core.joining.JoinReport;
import org.mendedleaf.core.joining.Joining;
import org.mendedleaf.core.joining.OtherLog;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.Store;

/**
 * Joins the log of another copy of a store with the store's own, where the two have gone on
 * differently: as after an earlier state of the store's folder was put back and worked on. The copy
 * is only read.
 */
final class LogJoins {

  private final OpenDesk desk;
  private final OpenStore store;
  private final OfficeSettings settings;

  LogJoins(OpenDesk desk, OpenStore store, OfficeSettings settings) {
    this.desk = desk;
    this.store = store;
    this.settings = settings;
  }

  /**
   * The commits that would be joined.
   *
   * @param commits how many commits only the copy has
   * @param revisions how many revisions are in them
   */
  record Planned(long commits, int revisions) {}

  /**
   * Looks what a copy has that the store does not have; nothing is changed.
   *
   * @return empty if the copy has nothing else, or what a mirror has more can be put into the store
   *     as it is
   */
  Optional<Planned> look(Path copy) throws IOException {
    try (Store other = open(copy)) {
      long end = store.store().log().end(store.catalogue().commits());
      Fork fork = Fork.between(store.store().log(), end, other.log());
      if (fork.commits() == 0 || (Mirror.isOne(copy) && !fork.isForked())) {
        return Optional.empty();
      }
      int revisions = fork.revisions(other.log());
      return Optional.of(new Planned(fork.commits(), revisions));
    }
  }

  /**
   * Joins what a copy has that the store does not have. Stopped in between, what was committed
   * stays, and the next time the rest is.
   */
  JoinReport join(Path copy, Progress progress) throws IOException {
    if (store.trouble().isPresent()) {
      // What this desk has seen beyond the fork is in the copy, and comes back from there.
      store.acceptLog();
    }
    Path scratch = settings.home().resolve("joining");
    PrivateFolder.make(scratch);
    Path tables = scratch.resolve(store.id() + ".sqlite");
    clear(scratch);
    JoinReport report;
    try (Store other = open(copy);
        Catalogue catalogue = Catalogue.open(other, tables)) {
      Joining joining =
          new Joining(
              store.catalogue(),
              store.journal(),
              OtherLog.of(store.catalogue(), catalogue),
              settings.clock(),
              settings.person());
      report = joining.join(progress);
    } finally {
      clear(scratch);
      Files.delete(scratch);
    }
    rebind(report.shelves());
    store.lookAtLog();
    return report;
  }

  /** Tables that were made only to read the copy, and what is kept sealed of them. */
  private static void clear(Path scratch) throws IOException {
    try (DirectoryStream<Path> files = Files.newDirectoryStream(scratch)) {
      for (Path file : files) {
        Files.delete(file);
      }
    }
  }

  private Store open(Path copy) throws IOException {
    Path place = copy.toAbsolutePath().normalize();
    if (place.equals(store.store().root())) {
      throw new SentenceException(
          "%s is the store itself. Nothing was changed; --from takes another copy of its folder."
              .formatted(place));
    }
    Store other;
    try {
      other = Store.openForReading(place, settings.random(), settings.keys());
    } catch (NoSuchFileException e) {
      throw new SentenceException(
          "There is no copy of a store in %s. Nothing was changed.".formatted(place), e);
    }
    if (!other.description().id().equals(store.id())) {
      other.close();
      throw new SentenceException(
          "%s holds another store than %s, so there is nothing to join. Nothing was changed."
              .formatted(place, store.store().root()));
    }
    return other;
  }

  /** Folders of this desk that were bound to shelves which have another number now. */
  private void rebind(Map<Long, Long> shelves) throws IOException {
    Desk changed = desk.desk();
    for (RecordedShelf shelf : store.catalogue().shelves().all()) {
      for (Desk.Binding binding : desk.desk().bindings()) {
        boolean became =
            binding.store().equals(store.id())
                && Objects.equals(shelves.get(binding.shelf()), shelf.id())
                && binding.folder().toString().equals(shelf.folder());
        if (became && binding.shelf() != shelf.id()) {
          changed =
              changed
                  .without(binding)
                  .with(new Desk.Binding(store.id(), shelf.id(), binding.folder()));
        }
      }
    }
    if (!changed.bindings().equals(desk.desk().bindings())) {
      desk.save(changed);
    }
  }
}
