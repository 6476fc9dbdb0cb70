package org.mendedleaf.desktop.file;

import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.Source;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.desktop.drawings.Leaf;
import org.mendedleaf.desktop.drawings.LifeLine;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.TakingLeftovers;

/** Fills a life line with what every source has of a file. For the interface thread. */
final class DrawnLife {

  private final Context context;
  private final FilePresenter presenter;
  private final LifeLine line;

  DrawnLife(Context context, FilePresenter presenter, LifeLine line) {
    this.context = context;
    this.presenter = presenter;
    this.line = line;
  }

  void show(FileLife life) {
    List<Leaf> leaves = new ArrayList<>();
    for (Revision revision : life.revisions()) {
      leaves.add(
          new Leaf(
              revision.number(),
              revision.currentFrom(),
              revision.state().size(),
              revision.from(),
              revision.afterRemoval(),
              life.marks(revision).hold().isPresent(),
              life.marks(revision).notice().isPresent(),
              life.findings().isOpen(revision, life.marks(revision)),
              life.marks(revision).issue().map(RevisionMarks.Issue::letters).orElse("")));
    }
    line.nowProperty().set(context.now());
    line.zoneProperty().set(context.zone());
    line.removedProperty().set(!life.file().present());
    if (!line.getLeaves().equals(leaves)) {
      line.getLeaves().setAll(leaves);
    }
    List<LifeLine.SnapshotStop> stops =
        presenter.statesProperty().get().stream()
            .filter(state -> state.source() == Source.SNAPSHOT)
            .map(state -> new LifeLine.SnapshotStop(state.revision(), state.label(), state.taken()))
            .toList();
    if (!line.getStops().equals(stops)) {
      line.getStops().setAll(stops);
    }
    TakingLeftovers taking = new TakingLeftovers(context);
    List<LifeLine.LooseCopy> copies =
        presenter.copies().stream()
            .map(one -> new LifeLine.LooseCopy(one.path(), one.saved(), taking.sentence(one)))
            .toList();
    if (!line.getCopies().equals(copies)) {
      line.getCopies().setAll(copies);
    }
  }
}
