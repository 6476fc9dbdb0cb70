package org.mendedleaf.core.oracle;

import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * Whether the stores of tests are encrypted (the profile {@code encrypted}): all that holds of
 * plain ones holds of them. Tests that look at plain bytes behind its back are tagged "plain".
 */
public final class Encrypting {

  public static final Passphrase PASSPHRASE = Passphrase.of("kite cloth 91");

  private Encrypting() {}

  /** How a store that a test makes is encrypted. */
  public static Optional<Secrecy> wanted() {
    return Boolean.getBoolean("tests.encrypted")
        ? Optional.of(new Secrecy(PASSPHRASE, new Stretching(64, 1, 1), Optional.empty()))
        : Optional.empty();
  }

  /** Opens every store that a test has made. */
  public static KeyRing ring() {
    return new KeyRing().with(PASSPHRASE);
  }

  /** A desk of this machine that may open every store. */
  public static OfficeSettings ofThisMachine(Path home) {
    return OfficeSettings.ofThisMachine(home).withKeys(ring());
  }
}
