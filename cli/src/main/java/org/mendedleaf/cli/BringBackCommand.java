package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Brings removed files and folders back. */
@Command(
    name = "bring-back",
    description = "Bring removed files or folders back, with their newest revisions.")
final class BringBackCommand extends OfficeCommand {

  @Mixin private RecoveryOptions how;

  @Parameters(paramLabel = "FILE", arity = "1..*")
  private List<String> files;

  @Option(names = "--to", paramLabel = "DIR", description = "Into another folder instead.")
  private Optional<Path> to = Optional.empty();

  @Override
  Answer answer(Office office) throws IOException {
    List<Tray.Entry> picks = new ArrayList<>();
    for (String file : files) {
      Addresses.Addressed place = place(office, file);
      Shelf shelf = place.shelf();
      picks.add(
          new Tray.Entry(
              shelf.store(), shelf.id(), office.recoveries().bringBack(shelf, place.path())));
    }
    Destination destination =
        to.isPresent()
            ? new Destination.Folder(root().resolve(to.get()))
            : new Destination.InPlace();
    Tray tray = new Tray(picks, how.handling(destination));
    Shelf first = office.shelves().byId(picks.get(0).store(), picks.get(0).shelf());
    RecoveryAnswer.AsOf now = new RecoveryAnswer.AsOf(first, office.settings().clock().instant());
    return new RecoveryAnswer(office).to(tray, Optional.of(now), how.rehearse());
  }

  private Addresses.Addressed place(Office office, String file) throws IOException {
    if (file.startsWith("id:")) {
      FileLife life =
          office.files().life(office.addresses().file(file, root().terminal().folder()));
      return new Addresses.Addressed(life.shelf(), life.file().path());
    }
    return office.addresses().place(file, root().terminal().folder());
  }
}
