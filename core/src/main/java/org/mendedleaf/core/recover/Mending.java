package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.Executor;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.RefusedException;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.progress.Progress;

/**
 * Makes an earlier revision the current one, as a new revision: a plan of one step. If the process
 * dies, the file is whole, old or new, and the next capture records it.
 */
public final class Mending {

  private final Catalogue catalogue;
  private final Executor executor;

  public Mending(Catalogue catalogue, Executor executor) {
    this.catalogue = catalogue;
    this.executor = executor;
  }

  /**
   * The result of mending.
   *
   * @param from the revision whose content it is
   * @param revision the new revision; empty if undoing took the file away again
   * @param act what taking back takes
   */
  public record Mended(RecordedFile file, int from, OptionalInt revision, long act) {}

  /**
   * Mends a file in its shelf's folder.
   *
   * @param folder the folder that the file's shelf is bound to here
   * @throws RefusedException if there is nothing to do or it cannot be done; nothing was changed
   */
  public Mended mend(long fileId, int number, Path folder, String by) throws IOException {
    catalogue.catchUp();
    RecordedFile file = Deposit.requireFile(catalogue, fileId);
    Revision wanted = Deposit.requireRevision(catalogue, file, number);
    PlacePlan.Where.OnShelf where = new PlacePlan.Where.OnShelf(file.shelf(), folder);
    List<Problem> problems = executor.capture(where, List.of(file.path()), by);
    if (!problems.isEmpty()) {
      throw new RefusedException(
          "%s stays as it is: what lies there could not be recorded first (%s). Nothing was changed."
              .formatted(file.path().shown(), problems.get(0).detail()));
    }
    Path target = ShelfPaths.resolve(folder, file.path());
    boolean there = Files.exists(target, LinkOption.NOFOLLOW_LINKS);
    RecordedFile now = Deposit.requireFile(catalogue, fileId);
    if (there && now.present() && now.lastNumber() == number) {
      throw new RefusedException(
          "%s is r%d already: what lies there is that revision. Nothing was changed."
              .formatted(file.path().shown(), number));
    }
    return mended(file, run(where, file, wanted, target, there, by), number);
  }

  /** Mends a file of a deposit shelf. */
  public Mended mend(long fileId, int number, Deposit.DepositPlace place) throws IOException {
    catalogue.catchUp();
    RecordedFile file = Deposit.requireFile(catalogue, fileId);
    Revision wanted = Deposit.requireRevision(catalogue, file, number);
    if (file.present() && file.lastNumber() == number) {
      throw new RefusedException(
          "r%d is the current revision of %s already. Nothing was changed."
              .formatted(number, file.path().shown()));
    }
    PlacePlan.Where where = new PlacePlan.Where.InLog(place.name());
    Path target = Path.of(Deposit.target(place, file.path()));
    return mended(file, run(where, file, wanted, target, file.present(), place.by()), number);
  }

  private Executor.Executed run(
      PlacePlan.Where where,
      RecordedFile file,
      Revision wanted,
      Path target,
      boolean there,
      String by)
      throws IOException {
    Step step =
        new Step(
            target,
            Optional.of(file.path()),
            there ? Outcome.MADE_ROOM : Outcome.RECOVERED,
            Optional.of(wanted.state()),
            OptionalLong.of(file.id()),
            OptionalInt.of(wanted.number()),
            "");
    return executor.run(
        new PlacePlan(where, file.shelf(), Act.MEND, by, Optional.empty(), List.of(step)),
        Progress.NONE);
  }

  private static Mended mended(RecordedFile file, Executor.Executed done, int number) {
    return new Mended(file, number, done.revisionOfFirst(), done.act());
  }
}
