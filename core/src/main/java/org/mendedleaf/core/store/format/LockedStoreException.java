package org.mendedleaf.core.store.format;

import java.io.IOException;

/** An encrypted store cannot be opened, for want of its passphrase. */
public final class LockedStoreException extends IOException {
  private static final long serialVersionUID = 1L;

  private final boolean wrong;

  private LockedStoreException(String message, boolean wrong) {
    super(message);
    this.wrong = wrong;
  }

  public static LockedStoreException withoutPassphrase(String where) {
    return new LockedStoreException(
        "The store %s is encrypted, and its passphrase is not known here. Nothing was read or changed; give the passphrase and try again."
            .formatted(where),
        false);
  }

  public static LockedStoreException withWrongPassphrase(String where) {
    return new LockedStoreException(
        "That is not the passphrase of the store %s. Nothing was read or changed; capital and small letters count."
            .formatted(where),
        true);
  }

  public static LockedStoreException withWrongRecoveryKey(String where) {
    return new LockedStoreException(
        "That recovery key does not open the store %s: it belongs to another store, or it was replaced by a later one. Nothing was read or changed."
            .formatted(where),
        true);
  }

  /** Whether something was tried that is not the right one. */
  public boolean isWrong() {
    return wrong;
  }
}
