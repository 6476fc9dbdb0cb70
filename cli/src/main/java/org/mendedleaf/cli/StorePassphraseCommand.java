package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.stores.Encryption;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Changes the passphrase of a store. */
@Command(
    name = "passphrase",
    mixinStandardHelpOptions = true,
    description = {
      "Let another passphrase open the encrypted store in DIR from now on. Nothing else is written",
      "anew. An earlier copy of the file store.json still opens with the former one."
    })
final class StorePassphraseCommand implements Callable<Integer> {

  @ParentCommand private StoreCommand parent;

  @Parameters(paramLabel = "DIR")
  private Path folder;

  @Option(
      names = "--new-passphrase-file",
      paramLabel = "FILE",
      description = "Its first line; else it is asked for.")
  private @Nullable Path newPassphrase;

  @Option(
      names = "--recovery-key-file",
      paramLabel = "FILE",
      description = "Open the store with the recovery key in the first line of this file.")
  private @Nullable Path recoveryKey;

  @Option(
      names = "--new-recovery-key",
      description = "Also replace the recovery key; it is told once.")
  private boolean renewed;

  @Override
  public Integer call() throws IOException {
    return parent.root().answer(this::answer);
  }

  private Answer answer(Office office) throws IOException {
    MendedLeafCommand root = parent.root();
    Path place = root.resolve(folder);
    if (recoveryKey != null) {
      RecoveryKey key = KeyOptions.recoveryKey(root.resolve(recoveryKey));
      office.stores().encryption().recover(place, key);
    }
    String id = office.stores().open(place).id();
    Encryption encryption = office.stores().encryption();
    Optional<Passphrase> given =
        newPassphrase == null
            ? Optional.empty()
            : Optional.of(KeyOptions.read(root.resolve(newPassphrase)));
    Passphrase chosen = NewSecret.chosen(root, given);
    ObjectNode node = Json.object().put("store", id).put("changed", true);
    String text = "The new passphrase opens the store %s from now on.%n".formatted(place);
    if (renewed) {
      NewSecret secret = NewSecret.of(chosen, office);
      encryption.change(id, secret.secrecy());
      return secret.answer(node, text);
    }
    encryption.change(id, Encryption.chosen(chosen, Optional.empty()));
    return Answer.done(node, text);
  }
}
