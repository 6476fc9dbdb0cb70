package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.FileQuestions;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.place.ForbiddenPlaces;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.place.TargetCheck;

/**
 * Works out what a recovery would do at each target, without doing it. Running it works out the
 * same again, so a rehearsal equals what happens unless something changes between. Used once.
 */
final class Rehearser {

  private static final Comparator<Step> CONFLICTS_FIRST =
      Comparator.comparing((Step step) -> !step.isConflict()).thenComparing(Step::target);

  /** A pick of one file goes before a folder that it lies in. */
  private static final int LONE = Integer.MAX_VALUE;

  private static final int ASKED_AT_ONCE = 2_000;

  private final Catalogue catalogue;
  private final ZoneId zone;
  private final StandingTargets standing;
  private final RecoveryOrder order;
  private final boolean inPlace;
  private final Optional<Step> archive;
  private final Path root;
  private final TargetNames names;
  private final Set<String> taken;
  private final Map<String, PlannedStep> plan = new LinkedHashMap<>();

  /**
   * @param rank how special the pick is that wants it so
   */
  private record PlannedStep(Step step, int rank) {}

  /**
   * @param shelfFolder the folder that the shelf is bound to; only needed in place
   * @param taken targets that other orders of the same run go to; this one's are added
   */
  Rehearser(
      Catalogue catalogue,
      FileTimes times,
      ZoneId zone,
      int workers,
      RecoveryOrder order,
      Optional<Path> shelfFolder,
      Set<String> taken)
      throws IOException {
    if (!order.destination().isChosen()) {
      throw new RefusedException(
          "It is not said yet into which folder or ZIP file. Nothing was changed; say where to, then do it again.");
    }
    this.catalogue = catalogue;
    this.zone = zone;
    this.order = order;
    this.taken = taken;
    this.inPlace = order.destination() instanceof Destination.InPlace;
    this.archive =
        order.destination() instanceof Destination.Archive to
            ? Optional.of(new ArchiveTarget(to.zip()).step(order.ifThere()))
            : Optional.empty();
    this.root =
        archive.isPresent()
            ? archive.get().target()
            : order.destination() instanceof Destination.Folder to
                ? to.folder()
                : shelfFolder.orElseThrow(Rehearser::unbound);
    ForbiddenPlaces.requireOutside(root);
    if (archive.isEmpty() && Files.exists(root) && !Files.isDirectory(root)) {
      throw new RefusedException(
          "%s is a file, so nothing can be put into it. Nothing was changed; choose a folder."
              .formatted(root));
    }
    this.names = TargetNames.in(root);
    TargetCheck check = new TargetCheck(catalogue.contents(), workers);
    this.standing = new StandingTargets(catalogue, times, check, order, root);
  }

  static RefusedException unbound() {
    return new RefusedException(
        "The shelf is bound to no folder on this desk, so nothing can be put in place there. Choose another folder.");
  }

  /** The folder below which everything is written, or the archive. */
  Path root() {
    return root;
  }

  Rehearsal rehearse() throws IOException {
    List<Pick> picks = new ArrayList<>(order.picks());
    picks.sort(Comparator.comparingInt(Rehearser::rank).reversed());
    revisions(
        picks.stream()
            .filter(Pick.OfRevision.class::isInstance)
            .map(Pick.OfRevision.class::cast)
            .toList());
    for (Pick pick : picks) {
      if (pick instanceof Pick.OfMoment of) {
        moment(of);
      }
    }
    List<Step> steps = new ArrayList<>();
    archive.ifPresent(steps::add);
    plan.values().stream().map(PlannedStep::step).sorted(CONFLICTS_FIRST).forEach(steps::add);
    return new Rehearsal(order, steps);
  }

  private static int rank(Pick pick) {
    if (pick instanceof Pick.OfMoment of) {
      String text = of.path().text();
      return of.path().isRoot() ? 0 : 1 + (int) text.chars().filter(c -> c == '/').count();
    }
    return LONE;
  }

  /** They are asked for many at a time: there may be a hundred thousand. */
  private void revisions(List<Pick.OfRevision> picks) throws IOException {
    for (int from = 0; from < picks.size(); from += ASKED_AT_ONCE) {
      List<Pick.OfRevision> some =
          picks.subList(from, Math.min(picks.size(), from + ASKED_AT_ONCE));
      Map<Pick, FileQuestions.Numbered> found = new HashMap<>();
      List<long[]> wanted =
          some.stream().map(pick -> new long[] {pick.file(), pick.revision()}).toList();
      for (FileQuestions.Numbered one : catalogue.files().revisions(wanted)) {
        found.put(new Pick.OfRevision(one.file().id(), one.revision().number()), one);
      }
      for (Pick.OfRevision pick : some) {
        FileQuestions.Numbered one = found.get(pick);
        if (one == null) {
          throw new RefusedException(
              "The file id:%d has no revision r%d.".formatted(pick.file(), pick.revision()));
        }
        revision(one.file(), one.revision());
      }
    }
  }

  private void revision(RecordedFile file, Revision revision) throws IOException {
    Wanted wanted =
        new Wanted(
            revision.state(),
            OptionalLong.of(file.id()),
            revision.number(),
            revision.currentFrom(),
            LONE);
    put(wanted, inPlace ? file.path() : telling(file.path().name(), wanted, 1));
  }

  private void moment(Pick.OfMoment pick) throws IOException {
    List<TreeEntry> entries = new ArrayList<>();
    if (!pick.path().isRoot()) {
      catalogue.trees().entry(order.shelf(), pick.path(), pick.moment()).ifPresent(entries::add);
      if (entries.isEmpty()) {
        throw new RefusedException(
            "%s was not on the shelf at that moment.".formatted(pick.path().shown()));
      }
    }
    if (pick.path().isRoot() || entries.get(0).kind() == TreeEntry.EntryKind.FOLDER) {
      entries.addAll(catalogue.trees().below(order.shelf(), pick.path(), pick.moment()));
    } else {
      Wanted wanted = Wanted.of(entries.get(0), LONE);
      put(wanted, inPlace ? pick.path() : telling(pick.path().name(), wanted, 1));
      return;
    }
    int rank = rank(pick);
    int above = pick.path().isRoot() ? 0 : pick.path().folder().text().length();
    for (TreeEntry entry : entries) {
      String text = entry.path().text();
      InnerPath to =
          inPlace || above == 0 ? entry.path() : new InnerPath(text.substring(above + 1));
      if (entry.kind() == TreeEntry.EntryKind.FOLDER) {
        folder(to, new FolderState(entry.path(), entry.modified(), entry.mode()));
      } else {
        put(Wanted.of(entry, rank), to);
      }
    }
    if (inPlace && order.laterFiles() == LaterFiles.REMOVE) {
      removeLater(pick, entries);
    }
  }

  private void folder(InnerPath wish, FolderState state) throws IOException {
    Optional<InnerPath> to = names.allowed(wish);
    if (to.isEmpty()) {
      return;
    }
    Path target = ShelfPaths.resolve(root, to.get());
    boolean isThere = archive.isEmpty() && Files.isDirectory(target, LinkOption.NOFOLLOW_LINKS);
    if (!isThere && !plan.containsKey(names.key(target))) {
      Step step =
          new Step(
                  target,
                  onShelf(to.get()),
                  Outcome.FOLDER,
                  Optional.empty(),
                  OptionalLong.empty(),
                  OptionalInt.empty(),
                  "")
              .of(state);
      plan.put(
          names.key(target),
          new PlannedStep(archive.isPresent() ? step.ending(packed(), "") : step, 0));
    }
  }

  /** How something ends in the archive. */
  private Outcome packed() {
    Outcome whole = archive.orElseThrow().planned();
    return whole == Outcome.LEFT || whole == Outcome.REFUSED ? whole : Outcome.PACKED;
  }

  private void put(Wanted wanted, InnerPath wish) throws IOException {
    Optional<InnerPath> allowed = names.allowed(wish);
    if (allowed.isEmpty()) {
      Path shown = root.resolve("?" + wanted.file().orElse(0));
      add(shown, Optional.empty(), Outcome.REFUSED, wanted, "its name leads out of the folder");
      return;
    }
    InnerPath to = allowed.get();
    String said =
        to.equals(wish)
            ? ""
            : "this place cannot have the name “%s”, so another stands in for it"
                .formatted(wish.shown());
    Path target = ShelfPaths.resolve(root, to);
    PlannedStep other = plan.get(names.key(target));
    if (other != null && other.step().planned() != Outcome.FOLDER && isSame(other, wanted)) {
      return;
    }
    if (other != null && inPlace && other.rank() > wanted.rank()) {
      // The file was picked on its own as well, and that is what is wanted of it.
      return;
    }
    if (taken.contains(names.key(target)) || (other != null && other.step().state().isPresent())) {
      if (inPlace) {
        String key = names.key(target) + '\0' + plan.size();
        Step step =
            wanted.step(
                target,
                onShelf(to),
                Outcome.REFUSED,
                Optional.empty(),
                "another pick goes there already");
        plan.put(key, new PlannedStep(step, wanted.rank()));
      } else {
        beside(wanted, to, Optional.empty());
      }
      return;
    }
    if (archive.isPresent()) {
      add(target, Optional.empty(), packed(), wanted, said);
      return;
    }
    try {
      onDisk(wanted, to, target, said);
    } catch (AccessDeniedException e) {
      String why = "there is no permission to look at what stands there";
      add(target, onShelf(to), Outcome.REFUSED, wanted, why);
    }
  }

  private void onDisk(Wanted wanted, InnerPath to, Path target, String said) throws IOException {
    Optional<String> refused = standing.inTheWay(target);
    if (refused.isPresent()) {
      add(target, onShelf(to), Outcome.REFUSED, wanted, refused.get());
      return;
    }
    Optional<BasicFileAttributes> found = StandingTargets.look(target);
    if (found.isEmpty()) {
      add(target, onShelf(to), Outcome.RECOVERED, wanted, said);
    } else if (found.get().isDirectory()) {
      add(target, onShelf(to), Outcome.REFUSED, wanted, "a folder stands there");
    } else if (standing.isThere(wanted, target, found.get(), to)) {
      add(target, onShelf(to), Outcome.SAME, wanted, said);
    } else {
      conflict(wanted, to, target, found.get());
    }
  }

  private void conflict(Wanted wanted, InnerPath to, Path target, BasicFileAttributes found)
      throws IOException {
    Optional<Step.Stands> stands = Optional.of(standing.stands(target, found, to));
    switch (order.ifThere()) {
      case MAKE_ROOM ->
          add(wanted.step(target, onShelf(to), Outcome.MADE_ROOM, stands, ""), wanted);
      case LEAVE ->
          add(
              wanted.step(target, onShelf(to), Outcome.LEFT, stands, "something else stands there"),
              wanted);
      case BESIDE -> beside(wanted, to, stands);
    }
  }

  private static boolean isSame(PlannedStep other, Wanted wanted) {
    return other.step().state().map(state -> state.sameContent(wanted.state())).orElse(false);
  }

  private void beside(Wanted wanted, InnerPath to, Optional<Step.Stands> stands)
      throws IOException {
    for (int attempt = 1; ; attempt++) {
      InnerPath name = to.folder().resolve(telling(to.name(), wanted, attempt).text());
      Path target = ShelfPaths.resolve(root, name);
      if (taken.contains(names.key(target)) || plan.containsKey(names.key(target))) {
        continue;
      }
      if (archive.isPresent()) {
        add(target, Optional.empty(), packed(), wanted, "another pick has its name");
        return;
      }
      Optional<BasicFileAttributes> found = StandingTargets.look(target);
      if (found.isEmpty()) {
        add(wanted.step(target, onShelf(name), Outcome.BESIDE, stands, ""), wanted);
        return;
      }
      if (standing.isThere(wanted, target, found.get(), name)) {
        add(target, onShelf(name), Outcome.SAME, wanted, "");
        return;
      }
    }
  }

  private InnerPath telling(String name, Wanted wanted, int attempt) {
    return new InnerPath(TellingName.of(name, wanted.revision(), wanted.from(), zone, attempt));
  }

  private Optional<InnerPath> onShelf(InnerPath to) {
    return inPlace ? Optional.of(to) : Optional.empty();
  }

  private void add(
      Path target, Optional<InnerPath> path, Outcome planned, Wanted wanted, String why) {
    add(wanted.step(target, path, planned, Optional.empty(), why), wanted);
  }

  private void add(Step step, Wanted wanted) {
    String key = names.key(step.target());
    plan.put(key, new PlannedStep(step, wanted.rank()));
    taken.add(key);
  }

  private void removeLater(Pick.OfMoment pick, List<TreeEntry> entries) throws IOException {
    Set<InnerPath> then = new HashSet<>();
    entries.forEach(entry -> then.add(entry.path()));
    for (PresentFile file : catalogue.present().within(order.shelf(), pick.path())) {
      InnerPath path = file.state().path();
      Path target = ShelfPaths.resolve(root, path);
      boolean wanted = then.contains(path) || taken.contains(names.key(target));
      if (path.isWithin(pick.path()) && !wanted) {
        Step step =
            new Step(
                target,
                Optional.of(path),
                Outcome.REMOVED,
                Optional.empty(),
                OptionalLong.of(file.file()),
                OptionalInt.of(file.revision()),
                "");
        plan.put(names.key(target), new PlannedStep(step, 0));
      }
    }
  }
}
