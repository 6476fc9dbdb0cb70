package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Option;

/** What the commands share that say something about one revision of a file. */
abstract class SayingCommand extends FileCommand {

  @Option(names = "--revision", paramLabel = "R", required = true)
  private String revision;

  /** Says it, and returns the act. */
  interface SayingAct {
    long of(Office office, FileLife life, int revision) throws IOException;
  }

  /**
   * @param done what was done, after the name and the number
   */
  int say(SayingAct saying, String done) throws IOException {
    return root()
        .answer(
            office -> {
              FileLife life = life(office);
              int number = Addresses.revision(revision, life);
              long act = saying.of(office, life, number);
              return answer(life, number, done, act);
            });
  }

  private static Answer answer(FileLife life, int number, String done, long act) {
    var node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    node.put("revision", number).put("done", done).put("act", act);
    String text =
        "%s of %s %s.%n".formatted(Revision.numbered(number), life.file().path().shown(), done);
    return Answer.done(node, text);
  }
}
