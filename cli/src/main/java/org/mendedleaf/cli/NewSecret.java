package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.stores.Encryption;

/**
 * The passphrase that somebody has chosen for a store, and the recovery key that goes with it.
 *
 * @param secrecy with both
 * @param recovery told once, to be printed
 */
record NewSecret(Secrecy secrecy, RecoveryKey recovery) {

  /** Takes the passphrase of the command line, or asks for one at the terminal. */
  static NewSecret of(MendedLeafCommand root, Office office) throws IOException {
    return of(chosen(root, root.keys().passphrase(root::resolve)), office);
  }

  static NewSecret of(Passphrase passphrase, Office office) throws IOException {
    RecoveryKey recovery = office.stores().encryption().newRecoveryKey();
    return new NewSecret(Encryption.chosen(passphrase, Optional.of(recovery)), recovery);
  }

  static Passphrase chosen(MendedLeafCommand root, Optional<Passphrase> given) throws IOException {
    if (given.isPresent()) {
      return given.get();
    }
    return root.terminal()
        .asking()
        .filter(Prompt.class::isInstance)
        .flatMap(prompt -> ((Prompt) prompt).chosen())
        .orElseThrow(
            () ->
                new SentenceException(
                    "No passphrase was given, or the two differ. Nothing was changed; type one, or name a file that begins with it."));
  }

  /** Tells the recovery key with what else there is to say. */
  Answer answer(ObjectNode node, String text) {
    return Answer.done(
        node.put("recoveryKey", recovery.shown()),
        text
            + "Recovery key: %s%nPrint it and put it away: it opens the store if the passphrase is lost, and it is not told again. Without either, nobody can read what is in the store.%n"
                .formatted(recovery.shown()));
  }
}
