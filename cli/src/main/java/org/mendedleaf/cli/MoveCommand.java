package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Gives a file of a deposit shelf another name or folder. */
@Command(
    name = "move",
    description =
        "Give a file of a deposit shelf another name or folder; its history goes with it.")
final class MoveCommand extends OfficeCommand {

  @Mixin private FileArgument file;

  @Parameters(index = "1", paramLabel = "SHELF:path")
  private String to;

  @Override
  Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    ShelfFolder place = ShelfFolder.parse(office, to);
    if (place.shelf().id() != life.shelf().id()
        || !place.shelf().store().equals(life.shelf().store())) {
      throw new SentenceException(
          "%s stays on its shelf “%s”: a file is moved within its shelf. Nothing was changed."
              .formatted(life.file().path().shown(), life.shelf().name()));
    }
    long act = office.files().move(life.ref(), place.folder());
    ObjectNode node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), place.folder());
    node.put("revision", life.newest().number()).put("done", "was moved");
    node.put("act", act);
    return Answer.done(
        node, "%s is %s now.%n".formatted(life.file().path().shown(), place.folder().shown()));
  }
}
