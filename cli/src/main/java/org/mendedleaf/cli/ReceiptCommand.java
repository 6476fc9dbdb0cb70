package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.SentenceException;
import org.mendedleaf.core.office.Shelf;
import org.mendedleaf.core.recover.Receipt;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** What a recovery did. */
@Command(name = "receipt", description = "Show what a recovery did at each place.")
final class ReceiptCommand implements Callable<Integer> {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(paramLabel = "ID")
  private long act;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  @Override
  public Integer call() throws IOException {
    return root.answer(this::show);
  }

  private Answer show(Office office) throws IOException {
    String id = office.stores().id(store.map(root::resolve));
    Receipt receipt = office.recoveries().receipt(id, act);
    if (receipt.items().isEmpty() || receipt.act().shelf().isEmpty()) {
      throw new SentenceException(
          "Act %d is a %s and has no receipt.".formatted(act, receipt.act().act().word()));
    }
    Shelf shelf = office.shelves().byId(id, receipt.act().shelf().getAsLong());
    Answer answer = new RecoveryAnswer(office).of(receipt, Optional.empty(), shelf);
    return Answer.done(answer.json(), answer.text());
  }
}
