package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.FileState;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.ParentCommand;

/** The bytes of a revision. */
@Command(
    name = "show",
    mixinStandardHelpOptions = true,
    description = "Write the bytes of a revision to standard output.")
final class ShowCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;
  @Mixin private FileArgument file;
  @Mixin private RevisionOption revision;

  @Override
  public Integer call() throws IOException {
    return root.raw(
        office -> {
          FileLife life = file.life(office);
          int number = revision.of(life);
          FileState state =
              life.revision(number)
                  .orElseThrow(
                      () ->
                          new SentenceException(
                              "%s has no revision r%d."
                                  .formatted(life.file().path().shown(), number)))
                  .state();
          if (state.link().isPresent()) {
            root.terminal().out().print(state.link().get());
          } else {
            office
                .files()
                .contents(life.ref().store())
                .copy(state.content().orElseThrow(), root.terminal().out());
          }
          root.terminal().out().flush();
          return Exit.DONE;
        });
  }
}
