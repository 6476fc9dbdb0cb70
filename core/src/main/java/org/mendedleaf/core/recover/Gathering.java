package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.capture.Standing;
import org.mendedleaf.core.catalog.Act;
import org.mendedleaf.core.catalog.Arrived;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.Origin;
import org.mendedleaf.core.catalog.PresentFile;
import org.mendedleaf.core.catalog.Proposal;
import org.mendedleaf.core.catalog.ReceiptItem;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.WriteSession;

/**
 * Makes copies of a file revisions of one file, and takes the extra names away. What lies there
 * must have been recorded before.
 *
 * <p>First the newest copy is put at the file's place and one act commits all copies as its
 * revisions; only then the copies go, by a second act of the same run. So whenever it dies, each
 * copy lies where it was or is a revision of the file, and gathering again does the rest.
 */
final class Gathering {

  private static final String SAVED_AGAIN = "it was saved again just now; that save is untouched";

  private final RecoveryAct.Tools tools;
  private final long shelf;
  private final Path folder;
  private final String by;
  private final String run;
  private final Map<InnerPath, PresentFile> present;

  Gathering(RecoveryAct.Tools tools, long shelf, Path folder, String by, String run)
      throws IOException {
    this.tools = tools;
    this.shelf = shelf;
    this.folder = folder;
    this.by = by;
    this.run = run;
    this.present =
        tools.catalogue().files().present(shelf).stream()
            .collect(Collectors.toMap(file -> file.state().path(), Function.identity()));
  }

  /**
   * Gathers; a family that cannot be gathered is left as it is, and the receipt says so.
   *
   * @param unrecorded what lies there otherwise than it is recorded
   * @return the acts, in their order
   */
  List<Long> gather(List<Copies> families, Set<InnerPath> unrecorded, Progress progress)
      throws IOException {
    List<Long> acts = new ArrayList<>();
    List<Step> going = new ArrayList<>();
    for (Copies family : families) {
      progress.checkCancelled();
      List<ReceiptItem> items = new ArrayList<>();
      List<Proposal> proposals = new ArrayList<>();
      try {
        requireFit(family, unrecorded);
        items.add(put(family));
        proposals.addAll(revisions(family));
        family.copies().stream()
            .filter(copy -> !copy.equals(family.file()))
            .forEach(copy -> going.add(step(copy)));
      } catch (RefusedException e) {
        items.add(refused(family, e.getMessage()));
      }
      items.forEach(item -> proposals.add(new Proposal.Item(item)));
      acts.add(commit(proposals));
    }
    if (!going.isEmpty()) {
      RecoveryAct removal =
          new RecoveryAct(tools, shelf, Optional.of(folder), by, Optional.of(run), true);
      removal.perform(going, progress);
      acts.add(removal.commit(Act.REMOVE, OptionalLong.empty()));
    }
    return acts;
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
    return Files.exists(ShelfPaths.resolve(folder, path), LinkOption.NOFOLLOW_LINKS);
  }

  /** Puts the newest copy at the file's place, unless its content is there. */
  private ReceiptItem put(Copies family) throws IOException {
    PresentFile newest = present.get(family.copies().get(family.copies().size() - 1));
    Path target = ShelfPaths.resolve(folder, family.file());
    boolean there = present.containsKey(family.file());
    if (there && present.get(family.file()).state().sameContent(newest.state())) {
      return item(target, newest, Outcome.SAME);
    }
    ShelfTarget.requireInside(folder, target);
    Standing before = tools.capture().standing(target, family.file());
    if (there ? !before.isAsRecorded(present.get(family.file()).state()) : before.exists()) {
      throw new RefusedException(SAVED_AGAIN);
    }
    tools
        .placement()
        .place(
            newest.state(),
            folder,
            target,
            () -> {
              if (!before.isStill(target, family.file())) {
                throw new RefusedException(SAVED_AGAIN);
              }
            });
    return item(target, newest, there ? Outcome.MADE_ROOM : Outcome.RECOVERED);
  }

  private static ReceiptItem item(Path target, PresentFile newest, Outcome outcome) {
    return new ReceiptItem(
        target.toString(),
        OptionalLong.of(newest.file()),
        OptionalInt.of(newest.revision()),
        outcome,
        outcome == Outcome.SAME ? 0 : newest.state().size(),
        "",
        Optional.of(newest.state()),
        Optional.empty());
  }

  private ReceiptItem refused(Copies family, String why) {
    return new ReceiptItem(
        ShelfPaths.resolve(folder, family.file()).toString(),
        OptionalLong.empty(),
        OptionalInt.empty(),
        Outcome.REFUSED,
        0,
        why,
        Optional.empty(),
        Optional.empty());
  }

  /** Each copy as a revision of the file, with the name and time that it had. */
  private List<Proposal> revisions(Copies family) throws IOException {
    Optional<PresentFile> file = Optional.ofNullable(present.get(family.file()));
    List<Revision> history =
        file.isPresent() ? tools.catalogue().files().history(file.get().file()) : List.of();
    List<Proposal> proposals = new ArrayList<>();
    for (InnerPath path : family.copies()) {
      PresentFile copy = present.get(path);
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
    Path at = ShelfPaths.resolve(folder, copy.path());
    return new Arrived(copy.path().name(), at.getParent().toString(), copy.modified(), "");
  }

  private Step step(InnerPath copy) {
    PresentFile file = present.get(copy);
    return new Step(
        ShelfPaths.resolve(folder, copy),
        Optional.of(copy),
        Outcome.REMOVED,
        Optional.empty(),
        OptionalLong.of(file.file()),
        OptionalInt.of(file.revision()),
        "");
  }

  private long commit(List<Proposal> proposals) throws IOException {
    Journal.Draft draft =
        Journal.Draft.on(shelf, Act.GATHER, tools.clock().instant(), by, proposals).inRun(run);
    try (WriteSession session = tools.catalogue().store().write(tools.catalogue())) {
      return tools.journal().commit(draft, session).orElseThrow().segment();
    }
  }
}
