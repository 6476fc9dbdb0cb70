package org.mendedleaf.core.store.format;

import java.io.IOException;
import org.mendedleaf.core.seal.DataKey;

/** The source of the keys of encrypted stores. Asked by several threads. */
@FunctionalInterface
public interface StoreKeys {

  /** No keys: plain stores open, encrypted ones do not. */
  StoreKeys NONE =
      (store, where) -> {
        throw LockedStoreException.withoutPassphrase(where);
      };

  /**
   * The key of an encrypted store; may take as long as trying a passphrase costs.
   *
   * @param where the store lies, for sentences
   * @throws LockedStoreException if none is known, or the wrong one
   */
  DataKey keyTo(StoreDescription store, String where) throws IOException;
}
