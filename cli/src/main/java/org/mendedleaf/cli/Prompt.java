package org.mendedleaf.cli;

import java.io.Console;
import java.util.Arrays;
import java.util.Optional;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.session.KeyRing;

/** Asks for passphrases at a terminal; what is typed is not shown. Nothing typed is an answer. */
final class Prompt implements KeyRing.Asking {

  private final Console console;

  Prompt(Console console) {
    this.console = console;
  }

  @Override
  public Optional<Passphrase> passphrase(String where, boolean wrongBefore) {
    return ask(
        (wrongBefore ? "That is not it. " : "")
            + "Passphrase of the store "
            + Terminal.quoted(where)
            + ": ");
  }

  /** Asks for a new passphrase, twice; empty if the two differ or nothing was typed. */
  Optional<Passphrase> chosen() {
    Optional<Passphrase> first = ask("New passphrase: ");
    return first.isPresent() && first.equals(ask("Once more: ")) ? first : Optional.empty();
  }

  private Optional<Passphrase> ask(String question) {
    char[] typed = console.readPassword("%s", question);
    if (typed == null || typed.length == 0) {
      return Optional.empty();
    }
    Passphrase passphrase = Passphrase.of(new String(typed));
    Arrays.fill(typed, ' ');
    return Optional.of(passphrase);
  }
}
