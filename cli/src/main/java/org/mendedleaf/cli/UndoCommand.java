package org.mendedleaf.cli;

import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.RecoveryAnswer;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.session.FileRef;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Takes an act back. */
@Command(
    name = "undo",
    description = "Take a mending or a whole recovery back, by the number that it told.")
final class UndoCommand extends OfficeCommand {

  @Parameters(paramLabel = "ID")
  private long act;

  @Mixin private StoreOption store;

  @Override
  Answer answer(Office office) throws IOException {
    String id = store.id(office);
    if (office.recoveries().isRecovery(id, act)) {
      return new RecoveryAnswer(office)
          .of(office.recoveries().undo(id, act, Progress.NONE), Optional.empty());
    }
    Mending.Mended undone = office.files().undo(id, act);
    FileLife life = office.files().life(new FileRef(id, undone.file().id()));
    return MendCommand.answer(life, undone);
  }
}
