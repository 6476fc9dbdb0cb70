package org.mendedleaf.core.files;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.SnapshotQuestions;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Snapshot;

/**
 * A source of earlier states of a file. All sources answer alike, so that one life line can show
 * them all and nobody has to look in several places.
 */
public enum Source {
  /** Revisions that captures and other acts recorded. */
  RECORDED {
    @Override
    List<EarlierState> states(FileLife life, Catalogue catalogue) {
      return life.revisions().stream()
          .map(
              revision ->
                  new EarlierState(
                      this,
                      revision.number(),
                      "",
                      revision.state().modified(),
                      revision.currentFrom()))
          .toList();
    }
  },

  /** Labelled states of the shelf, or of a folder above the file. */
  SNAPSHOT {
    @Override
    List<EarlierState> states(FileLife life, Catalogue catalogue) throws IOException {
      List<EarlierState> states = new ArrayList<>();
      SnapshotQuestions snapshots = catalogue.snapshots();
      for (SnapshotQuestions.HeldRevision held : snapshots.holding(life.file().id())) {
        Snapshot snapshot = snapshots.snapshot(held.snapshot()).orElseThrow();
        Revision revision = life.revision(held.revision()).orElseThrow();
        states.add(
            new EarlierState(
                this,
                revision.number(),
                snapshot.label(),
                revision.state().modified(),
                snapshot.taken()));
      }
      return states;
    }
  };

  /** What this source has of a file, oldest first. */
  abstract List<EarlierState> states(FileLife life, Catalogue catalogue) throws IOException;
}
