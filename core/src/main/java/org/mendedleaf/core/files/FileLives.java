package org.mendedleaf.core.files;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.compare.process.Look;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.findings.DoubtfulRevision;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.place.Receipt;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.session.Anew;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Required;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.tray.Recoveries;
import org.mendedleaf.core.watch.OpenPrograms;

/**
 * Files with their histories, and what is done to one file. Safe for several threads; any method
 * may take long.
 */
public final class FileLives {

  private final Shelves shelves;
  private final Recoveries recoveries;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public FileLives(Shelves shelves, Recoveries recoveries, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.recoveries = recoveries;
    this.desk = desk;
    this.settings = settings;
  }

  /** What was recorded of a file and cannot be read any more, oldest first. */
  public List<Gap> gaps(FileRef ref) throws IOException {
    return desk.store(ref.store()).catalogue().gaps().ofFile(ref.file());
  }

  /** A file's history. */
  public FileLife life(FileRef ref) throws IOException {
    OpenStore store = desk.store(ref.store());
    store.catalogue().lookForNews();
    RecordedFile file =
        store
            .catalogue()
            .files()
            .file(ref.file())
            .orElseThrow(() -> new SentenceException("There is no file id:" + ref.file() + "."));
    Shelf shelf = shelves.byId(ref.store(), file.shelf());
    return new FileLife(
        ref,
        shelf,
        file,
        shelf
            .folder()
            .map(folder -> org.mendedleaf.core.capture.ShelfPaths.resolve(folder, file.path())),
        store.catalogue().files().formerPaths(file.id()),
        settings.zone(),
        store.catalogue().files().history(file.id()),
        marks(store, file),
        store.catalogue().marks().description(file.id()),
        findings(store, file));
  }

  /** Holds that are over hold nothing any more. */
  private Map<Integer, RevisionMarks> marks(OpenStore store, RecordedFile file) throws IOException {
    Map<Integer, RevisionMarks> marks = new HashMap<>(store.catalogue().marks().of(file.id()));
    Instant now = settings.clock().instant();
    marks.replaceAll((number, of) -> of.at(now));
    return marks;
  }

  private static LifeFindings findings(OpenStore store, RecordedFile file) throws IOException {
    List<DoubtfulRevision> doubtful = store.catalogue().findings().of(file.id());
    Map<Long, InnerPath> others = new HashMap<>();
    for (DoubtfulRevision one : doubtful) {
      for (Finding finding : one.findings()) {
        if (finding.other().isPresent()) {
          long other = finding.other().getAsLong();
          store.catalogue().files().file(other).ifPresent(found -> others.put(other, found.path()));
        }
      }
    }
    return new LifeFindings(
        doubtful,
        store.catalogue().findings().lastGood(file.id()),
        others,
        store.catalogue().events().of(file.shelf()).stream().filter(MassEvent::isOpen).toList());
  }

  /** The programs that have a file open: their next save would write over what is put there. */
  public Map<Path, Set<String>> openIn(FileLife life) {
    return OpenPrograms.ofThisMachine()
        .having(life.address().stream().toList(), settings.clock().instant());
  }

  /** Every earlier state of a file that some source has, source by source, oldest first. */
  public List<EarlierState> states(FileLife life) throws IOException {
    Catalogue catalogue = desk.store(life.ref().store()).catalogue();
    List<EarlierState> states = new ArrayList<>();
    for (Source source : Source.values()) {
      states.addAll(source.states(life, catalogue));
    }
    return states;
  }

  /** Gives contents of a store back. */
  public ContentReader contents(String store) throws IOException {
    return desk.store(store).catalogue().contents();
  }

  /**
   * What a revision holds, as far as it can be shown.
   *
   * @param page which page of a paged content, from 0
   */
  public Look look(FileRef ref, Revision revision, int page) throws IOException {
    return desk.insides().look(revision, contents(ref.store()), page);
  }

  /** Makes an earlier revision the current one. */
  public Mending.Mended mend(FileRef ref, int revision) throws IOException {
    FileLife life = life(ref);
    shelves.require(ref.store(), life.shelf().id(), Right.MEND);
    if (life.shelf().isDeposit()) {
      try (Turns.Turn unusedTurn = desk.turns().take(life.shelf())) {
        return Anew.ifErased(
            () ->
                desk.store(ref.store())
                    .mending()
                    .mend(ref.file(), revision, shelves.depositPlace(life.shelf())));
      }
    }
    Path folder = Required.folder(life.shelf());
    try (Turns.Turn unusedTurn = desk.turns().take(life.shelf())) {
      return Anew.ifErased(
          () ->
              desk.store(ref.store())
                  .mending()
                  .mend(ref.file(), revision, folder, settings.person()));
    }
  }

  /**
   * Gives a file of a deposit shelf another name or folder; its history and its address stay.
   *
   * @return the act
   */
  public long move(FileRef ref, InnerPath to) throws IOException {
    FileLife life = life(ref);
    shelves.require(ref.store(), life.shelf().id(), Right.BRING_IN);
    if (!life.shelf().isDeposit()) {
      throw new SentenceException(
          "“%s” is a folder that people work in: rename or move %s there, and its history follows. Nothing was changed."
              .formatted(life.shelf().name(), life.file().path().shown()));
    }
    try (Turns.Turn unusedTurn = desk.turns().take(life.shelf())) {
      return desk.store(ref.store())
          .deposit()
          .move(shelves.depositPlace(life.shelf()), ref.file(), to);
    }
  }

  /** Takes an act about one file back. */
  public Mending.Mended undo(String store, long act) throws IOException {
    Receipt receipt = recoveries.undo(store, act);
    Catalogue catalogue = desk.store(store).catalogue();
    ReceiptItem item =
        receipt.items().stream()
            .filter(one -> one.file().isPresent())
            .findFirst()
            .orElseThrow(() -> new SentenceException("Act %d made no revision.".formatted(act)));
    RecordedFile file = catalogue.files().file(item.file().getAsLong()).orElseThrow();
    boolean away = item.outcome() == ReceiptItem.Outcome.REMOVED;
    return new Mending.Mended(
        file,
        item.revision().orElse(file.lastNumber()),
        away ? OptionalInt.empty() : OptionalInt.of(file.lastNumber()),
        receipt.act().id());
  }
}
