package org.mendedleaf.core.stores;

import java.nio.file.Path;
import java.util.OptionalLong;

/**
 * A store's place.
 *
 * @param here whether it can be reached; if not, nothing else is known of it
 * @param bytes of all its files
 * @param free bytes left on its drive
 * @param sameDrive whether a shelf bound here lies on the same drive
 * @param confirmsWrites whether the place tells when bytes have reached it
 * @param encrypted whether nobody can read it without its passphrase
 * @param commit the number of the last one, to be noted elsewhere: that the newest commits were
 *     removed cannot be noticed by a desk that never saw them; empty if there is none
 * @param hash of that commit, in which all before it are contained, in hexadecimal digits
 */
public record StoreFacts(
    String id,
    Path folder,
    boolean here,
    long bytes,
    long free,
    boolean sameDrive,
    boolean confirmsWrites,
    boolean trial,
    boolean encrypted,
    OptionalLong commit,
    String hash) {

  /** One that is there and whose passphrase is not known here. */
  static StoreFacts locked(String id, Path folder) {
    return new StoreFacts(
        id, folder, false, 0, 0, false, false, false, true, OptionalLong.empty(), "");
  }

  /** Whether it is there, and its passphrase is not known here. */
  public boolean isLocked() {
    return !here && encrypted;
  }

  static StoreFacts away(String id, Path folder) {
    return new StoreFacts(
        id, folder, false, 0, 0, false, false, false, false, OptionalLong.empty(), "");
  }
}
