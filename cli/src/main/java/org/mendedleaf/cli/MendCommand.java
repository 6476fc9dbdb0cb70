package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.recover.Mending;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Makes an earlier revision the current one. */
@Command(
    name = "mend",
    mixinStandardHelpOptions = true,
    description = "Make an earlier revision the current one, as a new revision.")
final class MendCommand extends FileCommand implements Callable<Integer> {

  @Option(names = "--revision", paramLabel = "R", required = true)
  private String revision;

  @Override
  public Integer call() throws IOException {
    return root()
        .answer(
            office -> {
              FileLife life = life(office);
              int number = Addresses.revision(revision, life);
              return answer(life, office.files().mend(life.ref(), number));
            });
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
