package org.mendedleaf.core.seal;

import org.bouncycastle.crypto.generators.Argon2BytesGenerator;
import org.bouncycastle.crypto.params.Argon2Parameters;

/**
 * The cost of trying one passphrase: Argon2id, version 1.3 (RFC 9106).
 *
 * @param memory in KiB
 * @param passes over it
 * @param lanes that may be gone through side by side
 */
public record Stretching(int memory, int passes, int lanes) {

  /** For real work: 64 MiB, three passes, four lanes, the second choice of RFC 9106. */
  public static final Stretching STANDARD = new Stretching(64 << 10, 3, 4);

  private static final int MOST_MEMORY = 4 << 20;
  private static final int MOST_PASSES = 1_000;
  private static final int MOST_LANES = 64;

  /**
   * @throws IllegalArgumentException if it is no cost that anybody can mean: what a store says may
   *     be damaged
   */
  public Stretching {
    if (lanes < 1
        || lanes > MOST_LANES
        || passes < 1
        || passes > MOST_PASSES
        || memory < 8 * lanes
        || memory > MOST_MEMORY) {
      throw new IllegalArgumentException(
          "%d KiB, %d passes, %d lanes".formatted(memory, passes, lanes));
    }
  }

  /** Makes a key of a passphrase; takes as long as it costs. */
  byte[] stretch(byte[] passphrase, byte[] salt) {
    Argon2BytesGenerator generator = new Argon2BytesGenerator();
    generator.init(
        new Argon2Parameters.Builder(Argon2Parameters.ARGON2_id)
            .withVersion(Argon2Parameters.ARGON2_VERSION_13)
            .withMemoryAsKB(memory)
            .withIterations(passes)
            .withParallelism(lanes)
            .withSalt(salt)
            .build());
    byte[] key = new byte[DataKey.BYTES];
    generator.generateBytes(passphrase, key);
    return key;
  }
}
