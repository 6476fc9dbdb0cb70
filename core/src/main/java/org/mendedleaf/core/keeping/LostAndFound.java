package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.FileQuestions;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.plan.Claim;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.tray.Recoveries;
import org.mendedleaf.core.tray.RunReceipt;

/** Files that left their shelves and can be brought back. Any method may take long. */
public final class LostAndFound {

  private final Shelves shelves;
  private final CarePlans plans;
  private final Recoveries recoveries;
  private final OfficeSettings settings;
  private final OpenDesk desk;

  public LostAndFound(
      Shelves shelves,
      CarePlans plans,
      Recoveries recoveries,
      OpenDesk desk,
      OfficeSettings settings) {
    this.shelves = shelves;
    this.plans = plans;
    this.recoveries = recoveries;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * A file that is gone, or a folder that is gone with everything in it.
   *
   * @param files how many files are gone with it; 1 for a file
   * @param bytes of their newest revisions
   * @param at when the last of it went
   * @param newest the newest revision; empty for a folder
   * @param keptUntil until when its last state is kept at least, of a folder the first that may go;
   *     {@link Claim#ALWAYS} where nothing ever goes, empty where nothing is promised
   */
  public record Lost(
      Shelf shelf,
      InnerPath path,
      boolean folder,
      long files,
      long bytes,
      Instant at,
      Optional<Revision> newest,
      Optional<Instant> keptUntil) {}

  /** Everything that is gone from all shelves, what went last first. */
  public List<Lost> all() throws IOException {
    List<Lost> lost = new ArrayList<>();
    for (Shelf shelf : shelves.all()) {
      lost.addAll(of(shelf));
    }
    lost.sort(Comparator.comparing(Lost::at).reversed());
    return lost;
  }

  private List<Lost> of(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.lookForNews();
    Set<InnerPath> folders = new HashSet<>();
    for (FolderState folder : catalogue.present().folders(shelf.id())) {
      folders.add(folder.path());
    }
    Map<Long, Optional<Instant>> kept = keptUntil(shelf);
    Map<InnerPath, Lost> lost = new LinkedHashMap<>();
    for (FileQuestions.Gone gone : catalogue.files().gone(shelf.id())) {
      InnerPath top = highestGone(gone.file().path(), folders);
      long size = gone.newest().state().size();
      Optional<Instant> until = kept.getOrDefault(gone.file().id(), Optional.of(Claim.ALWAYS));
      Lost one =
          top.equals(gone.file().path())
              ? new Lost(shelf, top, false, 1, size, gone.at(), Optional.of(gone.newest()), until)
              : new Lost(shelf, top, true, 1, size, gone.at(), Optional.empty(), until);
      lost.merge(top, one, LostAndFound::together);
    }
    return List.copyOf(lost.values());
  }

  /** The highest folder above a file that is gone as well, else the file itself. */
  private static InnerPath highestGone(InnerPath file, Set<InnerPath> folders) {
    InnerPath top = file;
    for (InnerPath at = file.folder(); !at.isRoot(); at = at.folder()) {
      if (!folders.contains(at)) {
        top = at;
      }
    }
    return top;
  }

  private static Lost together(Lost a, Lost b) {
    return new Lost(
        a.shelf(),
        a.path(),
        a.folder(),
        a.files() + b.files(),
        a.bytes() + b.bytes(),
        a.at().isAfter(b.at()) ? a.at() : b.at(),
        a.newest(),
        a.keptUntil().isEmpty() || b.keptUntil().isEmpty()
            ? Optional.empty()
            : a.keptUntil().get().isBefore(b.keptUntil().get()) ? a.keptUntil() : b.keptUntil());
  }

  /**
   * The time until which each removed file is kept, on shelves with a plan by which anything goes.
   */
  private Map<Long, Optional<Instant>> keptUntil(Shelf shelf) throws IOException {
    Optional<NamedPlan> plan = plans.of(shelf);
    if (plan.isEmpty()) {
      return Map.of();
    }
    Map<Long, Optional<Instant>> kept = new HashMap<>();
    ShelfLineages lineages = plans.lineages(shelf);
    Judgement judgement =
        new Judgement(plan.get().plan(), settings.clock().instant(), lineages.floor());
    for (ShelfLineages.FileLineage file : lineages.files()) {
      if (file.lineage().removedAt().isPresent()) {
        List<Judgement.Judged> judged = judgement.of(file.lineage());
        kept.put(file.file(), judged.get(judged.size() - 1).keptUntil());
      }
    }
    return kept;
  }

  /** What puts these on the tray. */
  public List<Tray.Entry> picks(List<Lost> lost) throws IOException {
    List<Tray.Entry> picks = new ArrayList<>();
    for (Lost one : lost) {
      Shelf shelf = one.shelf();
      picks.add(new Tray.Entry(shelf.store(), shelf.id(), recoveries.bringBack(shelf, one.path())));
    }
    return picks;
  }

  /** Brings things back to where they were, or into another folder. */
  public RunReceipt bringBack(List<Lost> lost, Optional<Path> to, Progress progress)
      throws IOException {
    Destination destination =
        to.<Destination>map(Destination.Folder::new).orElseGet(Destination.InPlace::new);
    Tray tray = new Tray(picks(lost), Handling.IN_PLACE.to(destination));
    return recoveries.run(tray, progress);
  }
}
