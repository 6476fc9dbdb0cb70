package org.mendedleaf.cli;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Takes files off their shelf. */
@Command(
    name = "remove",
    description = "Take files or folders off their shelf and out of its folder; revisions stay.")
final class RemoveCommand extends OfficeCommand {

  @Parameters(paramLabel = "FILE", arity = "1..*")
  private List<String> files;

  @Override
  Answer answer(Office office) throws IOException {
    List<InnerPath> paths = new ArrayList<>();
    Addresses.Addressed first = null;
    for (String file : files) {
      Addresses.Addressed place = office.addresses().place(file, root().terminal().folder());
      if (first != null && first.shelf().id() != place.shelf().id()) {
        throw new SentenceException(
            "These lie on different shelves; remove those of one shelf at a time. Nothing was changed.");
      }
      first = place;
      paths.add(place.path());
    }
    return new RecoveryAnswer(office)
        .of(
            office.recoveries().remove(Objects.requireNonNull(first).shelf(), paths, Progress.NONE),
            Optional.empty());
  }
}
