package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Copies revisions out; the shelf is untouched. */
@Command(
    name = "copy-out",
    description = "Write a revision of each file into a folder, under a name that says what it is.")
final class CopyOutCommand extends OfficeCommand {

  @Parameters(paramLabel = "FILE", arity = "1..*")
  private List<String> files;

  @Option(names = "--revision", paramLabel = "R")
  private Optional<String> revision = Optional.empty();

  @Option(names = "--at", paramLabel = "WHEN", description = "The one that was current then.")
  private Optional<String> at = Optional.empty();

  @Option(names = "--to", paramLabel = "DIR", required = true)
  private Path to;

  @Override
  Answer answer(Office office) throws IOException {
    OfficeSettings settings = office.settings();
    Instant moment = new When(settings.zone()).parse(at.orElse("now"), settings.clock().instant());
    List<Tray.Entry> picks = new ArrayList<>();
    for (String file : files) {
      FileLife life =
          office.files().life(office.addresses().file(file, root().terminal().folder()));
      Pick pick = new Pick.OfRevision(life.file().id(), number(life, moment));
      picks.add(new Tray.Entry(life.shelf().store(), life.shelf().id(), pick));
    }
    Destination destination = new Destination.Folder(root().resolve(to));
    Tray tray = new Tray(picks, new Handling(destination, IfThere.BESIDE, LaterFiles.KEEP));
    Shelf shelf = office.shelves().byId(picks.get(0).store(), picks.get(0).shelf());
    return new RecoveryAnswer(office)
        .to(tray, Optional.of(new RecoveryAnswer.AsOf(shelf, moment)), false);
  }

  private int number(FileLife life, Instant moment) throws SentenceException {
    if (revision.isPresent()) {
      return Addresses.revision(revision.get(), life);
    }
    return life.revisions().stream()
        .filter(one -> !one.currentFrom().isAfter(moment))
        .reduce((older, newer) -> newer)
        .map(Revision::number)
        .orElseThrow(
            () ->
                new SentenceException(
                    "%s was not recorded yet at that moment. Nothing was written."
                        .formatted(life.file().path().shown())));
  }
}
