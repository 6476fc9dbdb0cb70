package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.SnapshotQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;

/** Takes, lists and lets go of snapshots. Safe for several threads; any method may take long. */
public final class Snapshots {

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Snapshots(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /** A snapshot with what it holds. */
  public record Listed(Snapshot snapshot, long files, long bytes) {}

  /**
   * Captures a shelf and labels the result.
   *
   * @param folder the root for the whole shelf
   * @param reason may be empty
   * @throws SentenceException if the label is empty or taken, the folder is not recorded, or the
   *     shelf could not be captured; nothing was labelled then
   */
  public Listed take(Shelf shelf, InnerPath folder, String label, String reason, Progress progress)
      throws IOException {
    return take(shelf, folder, label, reason, Snapshot.BY_HAND, progress);
  }

  public Listed take(
      Shelf shelf, InnerPath folder, String label, String reason, String cause, Progress progress)
      throws IOException {
    String wanted = label.strip();
    if (wanted.isEmpty()) {
      throw new SentenceException("A snapshot needs a label. None was taken.");
    }
    shelves.require(shelf.store(), shelf.id(), Right.SNAPSHOT);
    OpenStore store = desk.store(shelf.store());
    if (labelled(shelf).stream().anyMatch(other -> other.label().equals(wanted))) {
      throw new SentenceException(
          "A snapshot of the shelf “%s” is called “%s” already. None was taken; choose another label."
              .formatted(shelf.name(), wanted));
    }
    if (shelf.settings().recording() != Recording.ON) {
      throw new SentenceException(
          "The shelf “%s” is not being recorded, so a snapshot would show an older state of it. None was taken; switch its recording on first."
              .formatted(shelf.name()));
    }
    if (shelf.folder().isPresent()) {
      CaptureOutcome outcome = shelves.capture(shelf, false, progress);
      if (!(outcome instanceof CaptureOutcome.Done)) {
        throw new SentenceException(
            "The shelf “%s” could not be captured, so no snapshot was taken. Capture it first, which says why."
                .formatted(shelf.name()));
      }
    }
    store.catalogue().catchUp();
    if (!store.catalogue().present().isFolder(shelf.id(), folder)) {
      throw new SentenceException(
          "There is no folder %s on the shelf “%s”. No snapshot was taken."
              .formatted(folder.shown(), shelf.name()));
    }
    Proposal proposal = new Proposal.TakeSnapshot(folder, wanted, reason.strip(), cause);
    long id = commit(store, shelf.id(), Act.SNAPSHOT, proposal).snapshot().orElseThrow();
    return listed(store, store.catalogue().snapshots().snapshot(id).orElseThrow());
  }

  /** The snapshots of a shelf, oldest first, without counting what they hold. */
  public List<Snapshot> labelled(Shelf shelf) throws IOException {
    OpenStore store = desk.store(shelf.store());
    store.catalogue().lookForNews();
    return store.catalogue().snapshots().of(shelf.id());
  }

  /** The snapshots of a shelf with what they hold, oldest first. */
  public List<Listed> of(Shelf shelf) throws IOException {
    OpenStore store = desk.store(shelf.store());
    store.catalogue().lookForNews();
    List<Listed> listed = new ArrayList<>();
    for (Snapshot snapshot : store.catalogue().snapshots().of(shelf.id())) {
      listed.add(listed(store, snapshot));
    }
    return listed;
  }

  /** A snapshot of a shelf by its number or its label. */
  public Snapshot named(Shelf shelf, String written) throws IOException {
    return labelled(shelf).stream()
        .filter(
            snapshot ->
                snapshot.label().equals(written) || String.valueOf(snapshot.id()).equals(written))
        .findFirst()
        .orElseThrow(
            () ->
                new SentenceException(
                    "The shelf “%s” has no snapshot “%s”. “mended-leaf snapshot list” shows them."
                        .formatted(shelf.name(), written)));
  }

  /** A snapshot of a store, whether or not it still has its label. */
  public Snapshot byId(String store, long id) throws IOException {
    OpenStore opened = desk.store(store);
    opened.catalogue().catchUp();
    return opened
        .catalogue()
        .snapshots()
        .snapshot(id)
        .orElseThrow(() -> new SentenceException("There is no snapshot " + id + "."));
  }

  /** Lets a snapshot go; its revisions stay while other rules claim them. */
  public Snapshot unlabel(String store, Snapshot snapshot) throws IOException {
    if (snapshot.unlabelled()) {
      throw new SentenceException(
          "The snapshot “%s” has lost its label already.".formatted(snapshot.label()));
    }
    shelves.require(store, snapshot.shelf(), Right.UNLABEL);
    OpenStore opened = desk.store(store);
    var unused = commit(opened, snapshot.shelf(), Act.UNLABEL, new Proposal.Unlabel(snapshot.id()));
    return snapshot;
  }

  /** Which revision of a file each snapshot holds, oldest first. */
  public List<SnapshotQuestions.HeldRevision> holding(FileRef file) throws IOException {
    return desk.store(file.store()).catalogue().snapshots().holding(file.file());
  }

  private Journal.Committed commit(OpenStore store, long shelf, Act act, Proposal proposal)
      throws IOException {
    Journal.Draft draft =
        Journal.Draft.on(
            shelf, act, settings.clock().instant(), settings.person(), List.of(proposal));
    return store.journal().commit(draft);
  }

  private static Listed listed(OpenStore store, Snapshot snapshot) throws IOException {
    SnapshotQuestions.SnapshotSize held = store.catalogue().snapshots().held(snapshot);
    return new Listed(snapshot, held.files(), held.bytes());
  }
}
