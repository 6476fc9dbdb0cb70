package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.core.catalog.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.SentenceException;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Receipt;
import org.mendedleaf.core.recover.RecoveryOrder;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Recovers a shelf, a folder or a file from a moment or a snapshot. */
@Command(
    name = "recover",
    description = "Recover a shelf, a folder or a file as it was; or do the rest of a recovery.")
final class RecoverCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;
  @Mixin private RecoveryOptions how;
  @Mixin private WhenOptions when;

  @Parameters(paramLabel = "SHELF[:path]", arity = "0..1")
  private Optional<String> place = Optional.empty();

  @Option(names = "--to", paramLabel = "DIR", description = "Write into another folder.")
  private Optional<Path> to = Optional.empty();

  @Option(names = "--in-place", description = "Write where the files were on their shelf.")
  private boolean inPlace;

  @Option(
      names = "--resume",
      paramLabel = "ID",
      description =
          "Do the rest of a recovery that was interrupted; without a known ID they are listed.")
  private Optional<String> resume = Optional.empty();

  @Override
  public Integer call() throws IOException {
    return root.answer(office -> resume.isPresent() ? resume(office) : recover(office));
  }

  private Answer recover(Office office) throws IOException {
    if (place.isEmpty() || inPlace == to.isPresent()) {
      throw new SentenceException(
          "Say what to recover, as SHELF or SHELF:path, and either --to DIR or --in-place. Nothing was done.");
    }
    ShelfFolder asked = ShelfFolder.parse(office, place.get());
    Shelf shelf = asked.shelf();
    Moment moment = when.moment(office, shelf);
    Destination destination =
        inPlace
            ? new Destination.InPlace()
            : new Destination.Folder(root.resolve(to.orElseThrow()));
    RecoveryOrder order =
        new RecoveryOrder(
            shelf.id(),
            List.of(new Pick.OfMoment(asked.folder(), moment)),
            destination,
            how.ifThere(),
            how.laterFiles());
    return new RecoveryAnswer(office).to(shelf, order, moment.instant(), how.rehearse());
  }

  private Answer resume(Office office) throws IOException {
    List<String> unfinished = office.recoveries().unfinished();
    if (!unfinished.contains(resume.orElseThrow())) {
      throw new SentenceException(
          unfinished.isEmpty()
              ? "No recovery was interrupted here."
              : "The recoveries that were interrupted here are: "
                  + String.join(", ", unfinished)
                  + ".");
    }
    Receipt receipt = office.recoveries().resume(resume.get(), Progress.NONE);
    Shelf shelf =
        office.shelves().all().stream()
            .filter(one -> receipt.act().shelf().orElse(-1) == one.id())
            .findFirst()
            .orElseThrow();
    return new RecoveryAnswer(office).of(receipt, Optional.empty(), shelf);
  }
}
