package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.Recoveries;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Recovers a shelf, a folder or a file from a moment or a snapshot, or a list of picks. */
@Command(
    name = "recover",
    description = "Recover a shelf, a folder or a file as it was; or do the rest of a recovery.")
final class RecoverCommand extends OfficeCommand {

  private static final String ZIP = ".zip";

  @Mixin private RecoveryOptions how;
  @Mixin private WhenOptions when;

  @Parameters(paramLabel = "SHELF[:path]", arity = "0..1")
  private Optional<String> place = Optional.empty();

  @Option(
      names = "--picks",
      paramLabel = "FILE.json",
      description =
          "What to recover, as {\"picks\": […]} of {\"file\", \"revision\"} and {\"place\": \"SHELF:path\", \"at\" or \"snapshot\"}.")
  private Optional<Path> picks = Optional.empty();

  @Option(
      names = "--to",
      paramLabel = "DIR or ZIP",
      description = "Write into another folder, or into a ZIP file if the name ends so.")
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
  Answer answer(Office office) throws IOException {
    return resume.isPresent() ? resume(office) : recover(office);
  }

  private Answer recover(Office office) throws IOException {
    if (place.isPresent() == picks.isPresent() || inPlace == to.isPresent()) {
      throw new SentenceException(
          "Say what to recover, as SHELF, SHELF:path or --picks FILE.json, and either --to DIR, --to FILE.zip or --in-place. Nothing was done.");
    }
    Destination destination =
        inPlace ? new Destination.InPlace() : destination(root().resolve(to.orElseThrow()));
    Instant now = office.settings().clock().instant();
    if (picks.isPresent()) {
      List<Tray.Entry> entries =
          new PickFile(office, root().terminal().folder(), now).read(root().resolve(picks.get()));
      Tray tray = new Tray(entries, how.handling(destination));
      return new RecoveryAnswer(office).to(tray, Optional.empty(), how.rehearse());
    }
    ShelfFolder asked = ShelfFolder.parse(office, place.orElseThrow());
    Shelf shelf = asked.shelf();
    Moment moment = when.moment(office, shelf);
    Tray.Entry entry =
        new Tray.Entry(shelf.store(), shelf.id(), new Pick.OfMoment(asked.folder(), moment));
    return new RecoveryAnswer(office)
        .to(
            new Tray(List.of(entry), how.handling(destination)),
            Optional.of(new RecoveryAnswer.AsOf(shelf, moment.instant())),
            how.rehearse());
  }

  private static Destination destination(Path written) {
    boolean zip = written.toString().toLowerCase(Locale.ROOT).endsWith(ZIP);
    return zip ? new Destination.Archive(written) : new Destination.Folder(written);
  }

  private Answer resume(Office office) throws IOException {
    List<String> unfinished =
        office.recoveries().unfinished().stream().map(Recoveries.Unfinished::id).toList();
    if (!unfinished.contains(resume.orElseThrow())) {
      throw new SentenceException(
          unfinished.isEmpty()
              ? "No recovery was interrupted here."
              : "The recoveries that were interrupted here are: "
                  + String.join(", ", unfinished)
                  + ".");
    }
    return new RecoveryAnswer(office)
        .of(office.recoveries().resume(resume.get(), Progress.NONE), Optional.empty());
  }
}
