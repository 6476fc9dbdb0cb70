package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.WriteSession;

/**
 * Records a copy that lies elsewhere as a revision of its file without touching the file: the copy
 * comes first, and what the file holds comes again after it, in one act. To be done in the shelf's
 * turn.
 */
public final class CopyRevision {

  private final Catalogue catalogue;
  private final Journal journal;
  private final Capture capture;
  private final InstantSource clock;

  public CopyRevision(Catalogue catalogue, Journal journal, Capture capture, InstantSource clock) {
    this.catalogue = catalogue;
    this.journal = journal;
    this.capture = capture;
    this.clock = clock;
  }

  /**
   * Records a copy.
   *
   * @return the number of the revision that it became; empty where its content is recorded already,
   *     or the file is off its shelf
   */
  public OptionalInt record(long file, Path copy, String by) throws IOException {
    catalogue.catchUp();
    Optional<RecordedFile> found = catalogue.files().file(file);
    Optional<Revision> current = catalogue.files().current(file);
    if (found.isEmpty() || !found.get().present() || current.isEmpty()) {
      return OptionalInt.empty();
    }
    try (WriteSession session = catalogue.store().write(catalogue);
        ContentWriter writer = session.writer()) {
      FileState state = capture.outside(copy, current.get().state().content(), writer);
      writer.flush();
      if (catalogue.files().history(file).stream()
          .anyMatch(one -> one.state().sameContent(state))) {
        return OptionalInt.empty();
      }
      Arrived from =
          new Arrived(
              ShelfPaths.name(copy), String.valueOf(copy.getParent()), state.modified(), "");
      List<Proposal> saves =
          List.of(
              save(found.get(), state, OptionalInt.empty(), Optional.of(from)),
              save(
                  found.get(),
                  current.get().state(),
                  OptionalInt.of(current.get().number()),
                  Optional.empty()));
      var unused =
          journal.commit(
              Journal.Draft.on(found.get().shelf(), Act.GATHER, clock.instant(), by, saves),
              session);
      return OptionalInt.of(found.get().lastNumber() + 1);
    }
  }

  private static Proposal save(
      RecordedFile file, FileState state, OptionalInt from, Optional<Arrived> arrived) {
    return new Proposal.Save(
        OptionalLong.of(file.id()), state.at(file.path()), Origin.GATHER, from, true, arrived);
  }
}
