package org.mendedleaf.cli;

import java.io.IOException;
import java.util.concurrent.Callable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.ParentCommand;

/** A command that asks an office, or does something in it, and answers. */
@Command(mixinStandardHelpOptions = true)
abstract class OfficeCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  /** What it does, and what is to be printed. */
  abstract Answer answer(Office office) throws IOException;

  @Override
  public Integer call() throws IOException {
    return root.answer(this::answer);
  }

  final MendedLeafCommand root() {
    return root;
  }
}
