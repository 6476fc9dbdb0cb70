package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.Continues;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.progress.Progress;

/**
 * Makes copies of a file revisions of one file, and takes the extra names away. What lies there
 * must have been recorded before.
 *
 * <p>First the newest copy is put at the file's place and one act commits all copies as its
 * revisions; only then the copies go, by a second act of the same run. So whenever it dies, each
 * copy lies where it was or is a revision of the file, and gathering again does the rest.
 */
final class Gathering {

  private final Executor executor;
  private final Catalogue catalogue;
  private final PlacePlan.Where.OnShelf where;
  private final String by;
  private final String run;
  private final Map<InnerPath, PresentFile> present;

  Gathering(
      Catalogue catalogue, Executor executor, PlacePlan.Where.OnShelf where, String by, String run)
      throws IOException {
    this.catalogue = catalogue;
    this.executor = executor;
    this.where = where;
    this.by = by;
    this.run = run;
    this.present =
        catalogue.present().of(where.shelf()).stream()
            .collect(Collectors.toMap(file -> file.state().path(), Function.identity()));
  }

  /**
   * Gathers; a family that cannot be gathered is left as it is, and the receipt says so.
   *
   * @param unrecorded what lies there in another state than the recorded one
   * @return the acts, in their order
   */
  List<Long> gather(List<Copies> families, Set<InnerPath> unrecorded, Progress progress)
      throws IOException {
    List<Long> acts = new ArrayList<>();
    List<Step> going = new ArrayList<>();
    for (Copies family : families) {
      progress.checkCancelled();
      Executor.Executed done =
          executor.run(plan(Act.GATHER, List.of(step(family, unrecorded))), Progress.NONE);
      acts.add(done.act());
      boolean gathered = done.items().stream().noneMatch(item -> item.outcome() == Outcome.REFUSED);
      if (gathered) {
        for (InnerPath copy : family.copies()) {
          if (!copy.equals(family.file())) {
            going.add(Deposit.removing(recorded(copy), place(copy)));
          }
        }
      }
    }
    if (!going.isEmpty()) {
      acts.add(executor.run(plan(Act.REMOVE, going), progress).act());
    }
    return acts;
  }

  private PlacePlan plan(Act act, List<Step> steps) {
    return new PlacePlan(where, where.shelf(), act, by, Optional.of(run), steps);
  }

  private Path place(InnerPath path) {
    return ShelfPaths.resolve(where.folder(), path);
  }

  /** Puts the newest copy at the file's place, unless its content is there. */
  private Step step(Copies family, Set<InnerPath> unrecorded) throws IOException {
    try {
      requireFit(family, unrecorded);
    } catch (RefusedException e) {
      return new Step(
          place(family.file()),
          Optional.of(family.file()),
          Outcome.REFUSED,
          Optional.empty(),
          OptionalLong.empty(),
          OptionalInt.empty(),
          String.valueOf(e.getMessage()));
    }
    PresentFile newest = recorded(family.copies().get(family.copies().size() - 1));
    PresentFile there = present.get(family.file());
    Outcome planned = Outcome.RECOVERED;
    if (there != null) {
      planned = there.state().sameContent(newest.state()) ? Outcome.SAME : Outcome.MADE_ROOM;
    }
    return new Step(
            place(family.file()),
            Optional.of(family.file()),
            planned,
            Optional.of(newest.state()),
            OptionalLong.of(newest.file()),
            OptionalInt.of(newest.revision()),
            "")
        .continuing(new Continues.Gathered(revisions(family)));
  }

  private void requireFit(Copies family, Set<InnerPath> unrecorded) throws RefusedException {
    for (InnerPath copy : family.copies()) {
      if (unrecorded.contains(copy) || !isFile(copy)) {
        throw new RefusedException(
            "%s could not be recorded first; nothing of this family was gathered"
                .formatted(copy.shown()));
      }
    }
    boolean another = present.containsKey(family.file()) || exists(family.file());
    if (another && !family.copies().contains(family.file())) {
      throw new RefusedException(
          "another file lies at %s; choose another name".formatted(family.file().shown()));
    }
  }

  private boolean isFile(InnerPath path) {
    return present.containsKey(path) && present.get(path).state().content().isPresent();
  }

  private boolean exists(InnerPath path) {
    return Files.exists(place(path), LinkOption.NOFOLLOW_LINKS);
  }

  private PresentFile recorded(InnerPath copy) {
    return Objects.requireNonNull(present.get(copy));
  }

  /** Each copy as a revision of the file, with the name and time that it had. */
  private List<Proposal.Save> revisions(Copies family) throws IOException {
    Optional<PresentFile> file = Optional.ofNullable(present.get(family.file()));
    List<Revision> history =
        file.isPresent() ? catalogue.files().history(file.get().file()) : List.of();
    List<Proposal.Save> proposals = new ArrayList<>();
    for (InnerPath path : family.copies()) {
      PresentFile copy = recorded(path);
      boolean own = path.equals(family.file());
      // What the file will hold must be a revision of this act, or undoing it would not find it.
      boolean becomesCurrent =
          path.equals(family.copies().get(family.copies().size() - 1))
              && !(file.isPresent() && file.get().state().sameContent(copy.state()));
      boolean known = !own && !becomesCurrent && isGathered(copy.state(), history);
      // What the file holds itself comes again in its turn, unless nothing older comes before it.
      if ((own && proposals.isEmpty()) || known) {
        continue;
      }
      proposals.add(
          new Proposal.Save(
              file.isPresent() ? OptionalLong.of(file.get().file()) : OptionalLong.empty(),
              copy.state().at(family.file()),
              Origin.GATHER,
              own ? OptionalInt.of(copy.revision()) : OptionalInt.empty(),
              true,
              own ? Optional.empty() : Optional.of(cameAs(copy.state()))));
    }
    return proposals;
  }

  /** Whether an earlier try, which was interrupted, has gathered this copy already. */
  private static boolean isGathered(FileState copy, List<Revision> history) {
    return history.stream()
        .anyMatch(
            one ->
                one.origin() == Origin.GATHER
                    && one.state().sameContent(copy)
                    && one.state().modified().equals(copy.modified()));
  }

  private Arrived cameAs(FileState copy) {
    Path at = place(copy.path());
    return new Arrived(copy.path().name(), String.valueOf(at.getParent()), copy.modified(), "");
  }
}
