package org.mendedleaf.core.session;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.format.StoreDescription;
import org.mendedleaf.core.store.format.StoreKeys;
import org.mendedleaf.core.store.format.StoreSeal;

/**
 * The keys of encrypted stores that this process may use, and what it was given to open others.
 * Nothing of it is written anywhere. Safe for several threads; who asks for a key that another is
 * just opening waits for it.
 */
public final class KeyRing implements StoreKeys {

  private final Map<String, DataKey> opened = new HashMap<>();
  private final List<Passphrase> passphrases = new ArrayList<>();
  // Somebody who gave no answer once is not asked again.
  private final Set<String> unanswered = new HashSet<>();
  private @Nullable Asking asking;

  /** Somebody who can be asked for a passphrase. */
  public interface Asking {
    /**
     * Asks for the passphrase of a store.
     *
     * @param where the store lies
     * @param wrongBefore whether what was given before was not it
     * @return empty if nobody answers
     */
    Optional<Passphrase> passphrase(String where, boolean wrongBefore) throws IOException;
  }

  /** Tries this passphrase from now on. */
  public synchronized KeyRing with(Passphrase passphrase) {
    passphrases.add(passphrase);
    unanswered.clear();
    return this;
  }

  /** Takes a key that is known already. */
  public synchronized KeyRing with(String store, DataKey key) {
    opened.put(store, key);
    return this;
  }

  /** Takes over everything that another has. */
  public void take(KeyRing other) {
    Map<String, DataKey> keys;
    List<Passphrase> more;
    synchronized (other) {
      keys = Map.copyOf(other.opened);
      more = List.copyOf(other.passphrases);
    }
    synchronized (this) {
      opened.putAll(keys);
      more.stream().filter(one -> !passphrases.contains(one)).forEach(passphrases::add);
      unanswered.clear();
    }
  }

  /** Asks from now on where nothing that was given opens a store. */
  public synchronized KeyRing asking(Asking who) {
    asking = who;
    return this;
  }

  @Override
  public synchronized DataKey keyTo(StoreDescription store, String where) throws IOException {
    DataKey known = opened.get(store.id());
    if (known != null) {
      return known;
    }
    StoreSeal seal = store.seal().orElseThrow();
    for (Passphrase one : passphrases) {
      Optional<DataKey> key = seal.open(store.id(), one);
      if (key.isPresent()) {
        return keep(store, key.get());
      }
    }
    return asked(store, where, seal);
  }

  private DataKey asked(StoreDescription store, String where, StoreSeal seal) throws IOException {
    boolean wrong = !passphrases.isEmpty();
    Optional<Passphrase> answer = answer(store, where, wrong);
    while (answer.isPresent()) {
      Optional<DataKey> key = seal.open(store.id(), answer.get());
      if (key.isPresent()) {
        return keep(store, key.get());
      }
      wrong = true;
      answer = answer(store, where, true);
    }
    unanswered.add(store.id());
    throw wrong
        ? LockedStoreException.withWrongPassphrase(where)
        : LockedStoreException.withoutPassphrase(where);
  }

  private Optional<Passphrase> answer(StoreDescription store, String where, boolean wrong)
      throws IOException {
    Asking who = asking;
    return who == null || unanswered.contains(store.id())
        ? Optional.empty()
        : who.passphrase(where, wrong);
  }

  /**
   * Opens one store with a passphrase that is tried on no other.
   *
   * @throws LockedStoreException if it is the wrong one
   */
  public synchronized void open(StoreDescription store, String where, Passphrase passphrase)
      throws LockedStoreException {
    DataKey key =
        store
            .seal()
            .flatMap(seal -> seal.open(store.id(), passphrase))
            .orElseThrow(() -> LockedStoreException.withWrongPassphrase(where));
    var unused = keep(store, key);
  }

  /**
   * Opens a store whose passphrase nobody knows any more.
   *
   * @throws LockedStoreException if the recovery key is not its
   */
  public synchronized void recover(StoreDescription store, String where, RecoveryKey recovery)
      throws LockedStoreException {
    DataKey key =
        store
            .seal()
            .flatMap(seal -> seal.open(store.id(), recovery))
            .orElseThrow(() -> LockedStoreException.withWrongRecoveryKey(where));
    var unused = keep(store, key);
  }

  private DataKey keep(StoreDescription store, DataKey key) {
    opened.put(store.id(), key);
    return key;
  }
}
