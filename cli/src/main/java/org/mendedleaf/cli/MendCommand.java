package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.OpenAnswer;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.recover.Mending;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Makes an earlier revision the current one. */
@Command(
    name = "mend",
    description = "Make an earlier revision the current one, as a new revision.")
final class MendCommand extends OfficeCommand {

  @Mixin private FileArgument file;
  @Mixin private RevisionOption revision;

  @Override
  Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    int number = revision.of(life);
    Map<Path, Set<String>> open = office.files().openIn(life);
    return OpenAnswer.with(answer(life, office.files().mend(life.ref(), number)), open);
  }

  static Answer answer(FileLife life, Mending.Mended mended) {
    var node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    node.put("from", mended.from());
    mended.revision().ifPresentOrElse(n -> node.put("revision", n), () -> node.putNull("revision"));
    node.put("undo", mended.act());
    String text =
        mended.revision().isPresent()
            ? "%s is mended with %s, as r%d. To take it back: mended-leaf undo %d%n"
                .formatted(
                    life.file().path().shown(),
                    Revision.numbered(mended.from()),
                    mended.revision().getAsInt(),
                    mended.act())
            : "%s is off its shelf again; its revisions are kept. To take that back, mend it.%n"
                .formatted(life.file().path().shown());
    return Answer.done(node, text);
  }
}
