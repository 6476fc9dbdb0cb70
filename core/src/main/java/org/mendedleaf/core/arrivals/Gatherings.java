package org.mendedleaf.core.arrivals;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.intake.Families;
import org.mendedleaf.core.intake.Family;
import org.mendedleaf.core.keeping.CarePlans;
import org.mendedleaf.core.plan.CarePlan;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.plan.Lineage;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Span;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Copies;
import org.mendedleaf.core.session.Anew;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.Turns;
import org.mendedleaf.core.shelves.Required;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.tray.Recoveries;
import org.mendedleaf.core.tray.RunReceipt;

/**
 * Dated, initialled and numbered copies that lie in a folder become one file with the copies as its
 * revisions. Safe for several threads; any method may take long.
 */
public final class Gatherings {

  private final Shelves shelves;
  private final CarePlans plans;
  private final Recoveries recoveries;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Gatherings(
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
   * A family that was found.
   *
   * @param file where the one file would be; free, or the place of one of the copies
   */
  public record Proposed(InnerPath file, Family<PresentFile> family) {

    /** The copies that belong together for sure, as they would be gathered. */
    public Copies copies() {
      return new Copies(
          file, family.copies().stream().map(copy -> copy.file().state().path()).toList());
    }

    /** All of them, in their order. */
    public Copies copiesWithDoubtful() {
      return new Copies(
          file, family.all().stream().map(copy -> copy.file().state().path()).toList());
    }
  }

  /**
   * Looks for families of copies. What lies there is captured first, so that new ones are found;
   * nothing else is changed. Copies of one file are looked for in one folder, never across folders.
   *
   * @param folder looked through at any depth
   */
  public List<Proposed> find(Shelf shelf, InnerPath folder, Progress progress) throws IOException {
    requireFolder(shelf);
    // The shelf as it is now, which may be another than when its page was opened.
    if (shelves.byId(shelf.store(), shelf.id()).recording() == RecordingState.RECORDING) {
      var unused = shelves.capture(shelf, false, progress);
    }
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.catchUp();
    if (!catalogue.present().isFolder(shelf.id(), folder)) {
      throw new SentenceException(
          "There is no folder %s on the shelf “%s”. Nothing was changed."
              .formatted(folder.shown(), shelf.name()));
    }
    Map<InnerPath, List<PresentFile>> folders =
        catalogue.present().of(shelf.id()).stream()
            .filter(file -> file.state().content().isPresent())
            .filter(file -> file.state().path().isWithin(folder))
            .collect(
                Collectors.groupingBy(
                    file -> file.state().path().folder(), TreeMap::new, Collectors.toList()));
    Likenesses likenesses = new Likenesses(desk.insides());
    List<Proposed> found = new ArrayList<>();
    progress.phase(Phase.LOOKING, folders.values().stream().mapToLong(List::size).sum(), 0);
    for (Map.Entry<InnerPath, List<PresentFile>> one : folders.entrySet()) {
      List<Family.Copy<PresentFile>> copies = new ArrayList<>();
      for (PresentFile file : one.getValue()) {
        progress.checkCancelled();
        copies.add(
            new Family.Copy<>(
                file,
                file.state().path().name(),
                likenesses.of(catalogue, file.state()),
                file.state().modified()));
        progress.advanced(1, 0);
      }
      found.addAll(placed(one.getKey(), one.getValue(), Families.among(copies)));
    }
    return found;
  }

  /** Gives each family a name of its own. */
  private static List<Proposed> placed(
      InnerPath folder, List<PresentFile> files, List<Family<PresentFile>> families) {
    Set<InnerPath> taken = new HashSet<>();
    files.forEach(file -> taken.add(file.state().path()));
    List<Proposed> placed = new ArrayList<>();
    for (Family<PresentFile> family : families) {
      List<InnerPath> own =
          family.copies().stream().map(copy -> copy.file().state().path()).toList();
      InnerPath wanted = folder.resolve(family.name());
      boolean free = own.contains(wanted) || !taken.contains(wanted);
      InnerPath file = free || own.isEmpty() ? wanted : own.get(own.size() - 1);
      taken.add(file);
      placed.add(new Proposed(file, family));
    }
    return placed;
  }

  /**
   * What the shelf's care plan lets go of gathered copies, once their grace time is over.
   *
   * @param plan its name
   * @param grace how long all of them are kept at least
   */
  public record Later(int goes, String plan, Span grace) {}

  /**
   * Works out what the shelf's care plan would let go of copies that are gathered now.
   *
   * @return empty where the shelf has no plan, so that all of them stay
   */
  public Optional<Later> later(Shelf shelf, List<Copies> families) throws IOException {
    Optional<NamedPlan> named = plans.of(shelf);
    if (named.isEmpty()) {
      return Optional.empty();
    }
    Map<InnerPath, PresentFile> files = new HashMap<>();
    desk.store(shelf.store())
        .catalogue()
        .present()
        .of(shelf.id())
        .forEach(file -> files.put(file.state().path(), file));
    CarePlan plan = named.get().plan();
    Instant now = settings.clock().instant();
    // A moment after the last at which all of them are kept for having been gathered.
    Judgement judgement = new Judgement(plan, plan.grace().after(now, plan.zone()).plusSeconds(1));
    int goes = 0;
    for (Copies family : families) {
      List<PresentFile> copies =
          family.copies().stream().map(files::get).filter(Objects::nonNull).toList();
      if (!copies.isEmpty()) {
        goes +=
            judgement.of(new Lineage(family.file(), kept(copies, now))).stream()
                .mapToInt(one -> one.stays() ? 0 : 1)
                .sum();
      }
    }
    return Optional.of(new Later(goes, named.get().name(), plan.grace()));
  }

  /** Each copy is current from when it was saved until the next one was. */
  private static List<Lineage.KeptRevision> kept(List<PresentFile> copies, Instant now) {
    List<Lineage.KeptRevision> kept = new ArrayList<>();
    Instant from = Instant.MIN;
    for (int i = 0; i < copies.size(); i++) {
      Instant saved = copies.get(i).state().modified();
      from = saved.isAfter(from) ? saved : from;
      boolean last = i == copies.size() - 1;
      Instant next = last ? from : copies.get(i + 1).state().modified();
      kept.add(
          new Lineage.KeptRevision(
              i + 1,
              from,
              last ? Optional.empty() : Optional.of(next.isAfter(from) ? next : from),
              false,
              copies.get(i).state().size(),
              Set.of(),
              Optional.of(now)));
    }
    return kept;
  }

  private static Path requireFolder(Shelf shelf) throws IOException {
    if (shelf.isDeposit()) {
      throw new SentenceException(
          "The shelf “%s” has no folder in which copies could lie. Nothing was changed."
              .formatted(shelf.name()));
    }
    return Required.folder(shelf);
  }

  /**
   * Gathers families; a family that cannot be gathered is left as it is, and the receipt says why.
   *
   * @return what was done, which can be taken back as a whole
   */
  public RunReceipt gather(Shelf shelf, List<Copies> families, Progress progress)
      throws IOException {
    shelves.require(shelf.store(), shelf.id(), Right.GATHER);
    Path folder = requireFolder(shelf);
    requireDistinct(families);
    String run = "%012x".formatted(settings.random().nextLong() & 0xffff_ffff_ffffL);
    progress.phase(Phase.WAITING, 0, 0);
    try (Turns.Turn unusedTurn = desk.turns().take(shelf)) {
      List<Long> acts =
          Anew.ifErased(
              () ->
                  desk.store(shelf.store())
                      .recovery()
                      .gather(shelf.id(), folder, families, settings.person(), run, progress));
      return recoveries.receipt(shelf.store(), acts.get(0));
    }
  }

  private static void requireDistinct(List<Copies> families) throws SentenceException {
    Set<InnerPath> seen = new HashSet<>();
    Set<InnerPath> files = new HashSet<>();
    for (Copies family : families) {
      if (family.copies().size() < 2) {
        throw new SentenceException(
            "%s has fewer than two copies, so there is nothing to gather. Nothing was changed."
                .formatted(family.file().shown()));
      }
      boolean distinct = files.add(family.file());
      for (InnerPath copy : family.copies()) {
        distinct &= seen.add(copy);
      }
      if (!distinct) {
        throw new SentenceException(
            "%s is wanted twice, so nothing was gathered.".formatted(family.file().shown()));
      }
    }
    if (families.isEmpty()) {
      throw new SentenceException("No copies were chosen, so nothing was gathered.");
    }
  }
}
