package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.DrillAnswer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.adoption.RecoverySheet;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.drill.CertificateReport;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.drill.Drills;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Tries whether what is recorded comes back. */
@Command(
    name = "drill",
    description = {
      "Recover a sample to a scratch place, compare it bit for bit with what was recorded, open it, and",
      "certify in the ledger what was found; exit code 3 if something failed."
    })
final class DrillCommand extends OfficeCommand {

  @Parameters(
      arity = "0..1",
      paramLabel = "SHELF",
      description = "Of this shelf alone; by default of the whole store.")
  private Optional<String> shelf = Optional.empty();

  @Option(names = "--all", description = "Every revision instead of a sample.")
  private boolean all;

  @Option(
      names = "--new-computer",
      description = {
        "As another computer would that has nothing but the recovery sheet: open the store anew, find the",
        "shelves, and recover every current file."
      })
  private boolean newComputer;

  @Option(
      names = "--sheet",
      paramLabel = "FILE",
      description = "With --new-computer: the sheet that was kept; by default one as it is now.")
  private @Nullable Path sheet;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      description = "A new or empty folder in which what was recovered stays.")
  private Optional<String> to = Optional.empty();

  @Option(
      names = "--certificate",
      paramLabel = "ID",
      description = "Only show what the drill of this act found.")
  private Optional<Long> certificate = Optional.empty();

  @Option(
      names = "--every",
      paramLabel = "DAYS or never",
      description = "How often a drill runs automatically from now on; every 30 days at first.")
  private Optional<String> every = Optional.empty();

  @Mixin private StoreOption store;

  @Mixin private ReportFiles files = new ReportFiles();

  @Override
  Answer answer(Office office) throws IOException {
    Optional<Shelf> one =
        shelf.isPresent() ? Optional.of(office.shelves().named(shelf.get())) : Optional.empty();
    String id = one.isPresent() ? one.get().store() : store.id(office);
    if (sheet != null && !newComputer) {
      throw new SentenceException("A sheet is tried with --new-computer only. Nothing was tried.");
    }
    if (every.isPresent()) {
      office.drills().setRhythm(id, days(every.get()));
      return DrillAnswer.rhythm(office.drills().rhythm(id));
    }
    DrillCertificate found =
        certificate.isPresent()
            ? office.drills().certificate(id, certificate.get())
            : newComputer
                ? newComputer(office, id)
                : office.drills().run(order(id, one), Progress.NONE);
    files.write(CertificateReport.of(found, office.settings().zone()), root());
    return new Answer(
        DrillAnswer.json(found),
        DrillAnswer.text(found, office.settings().zone()),
        Exit.sound(found.failed().isEmpty()));
  }

  private Drills.DrillOrder order(String id, Optional<Shelf> one) {
    OptionalLong only = one.isPresent() ? OptionalLong.of(one.get().id()) : OptionalLong.empty();
    Optional<Path> folder = to.map(dir -> root().resolve(Path.of(dir)));
    Drills.HowMuch howMuch = all ? Drills.HowMuch.ALL : Drills.HowMuch.SAMPLE;
    return new Drills.DrillOrder(id, only, howMuch, folder);
  }

  private DrillCertificate newComputer(Office office, String id) throws IOException {
    if (shelf.isPresent() || all) {
      throw new SentenceException(
          "A new computer gets every current file of the whole store, so --new-computer goes with no shelf and not with --all. Nothing was tried.");
    }
    Optional<RecoverySheet> kept =
        sheet == null ? Optional.empty() : Optional.of(SheetFormat.read(root().resolve(sheet)));
    return office
        .adoptions()
        .drill()
        .run(id, kept, to.map(dir -> root().resolve(Path.of(dir))), Progress.NONE);
  }

  private static Optional<Duration> days(String typed) throws SentenceException {
    if (typed.equals("never")) {
      return Optional.empty();
    }
    Optional<Duration> days = Drills.daysTyped(typed);
    if (days.isEmpty()) {
      throw new SentenceException(
          "“%s” is no number of days from 1 to 9999 and not “never”. Nothing was changed."
              .formatted(typed));
    }
    return days;
  }
}
