package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Mixin;

/** The common part of commands that say something about one revision. */
abstract class SayingCommand extends OfficeCommand {

  @Mixin private FileArgument file;
  @Mixin private RevisionOption revision;

  /** Says it, and returns the act. */
  abstract long say(Office office, FileLife life, int number) throws IOException;

  /** What was done, after the name and the number. */
  abstract String done();

  @Override
  final Answer answer(Office office) throws IOException {
    FileLife life = file.life(office);
    int number = revision.of(life);
    return answer(life, number, done(), say(office, life, number));
  }

  /** What was said of which revision, in which act. */
  static Answer answer(FileLife life, int number, String done, long act) {
    var node = Json.object();
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    node.put("revision", number).put("done", done).put("act", act);
    String text =
        "%s of %s %s.%n".formatted(Revision.numbered(number), life.file().path().shown(), done);
    return Answer.done(node, text);
  }
}
