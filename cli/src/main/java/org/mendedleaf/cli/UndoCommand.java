package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.session.FileRef;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Takes an act back. */
@Command(
    name = "undo",
    mixinStandardHelpOptions = true,
    description = "Take a mending or a whole recovery back, by the number that it told.")
final class UndoCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "ID")
  private long act;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  @Override
  public Integer call() throws IOException {
    return root.answer(
        office -> {
          String id = office.stores().id(store.map(root::resolve));
          if (office.recoveries().isRecovery(id, act)) {
            return new RecoveryAnswer(office)
                .of(office.recoveries().undo(id, act, Progress.NONE), Optional.empty());
          }
          Mending.Mended undone = office.files().undo(id, act);
          FileLife life = office.files().life(new FileRef(id, undone.file().id()));
          return MendCommand.answer(life, undone);
        });
  }
}
