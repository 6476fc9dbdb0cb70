package org.mendedleaf.core.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** What opens a store, and what does not. */
class KeySlotTest {

  private static final Stretching CHEAP = new Stretching(64, 1, 1);
  private static final Passphrase KITE = Passphrase.of("kite cloth 91 \u00e4");

  private final DataKey key = DataKey.random(new Random(1));

  @Test
  void thePassphraseOpensItsOwnStoreAlone() {
    KeySlot slot = KeySlot.of(key, "store", KITE, CHEAP, new Random(2));

    assertThat(slot.open("store", KITE).orElseThrow().secret()).isEqualTo(key.secret());
    assertThat(slot.open("store", Passphrase.of("kite cloth 92 \u00e4"))).isEmpty();
    assertThat(slot.open("another", KITE)).isEmpty();
    assertThat(slot.open("store", RecoveryKey.random(new Random(2)))).isEmpty();
  }

  @Test
  void aLetterThatAnotherKeyboardPutsTogetherIsTheSame() {
    KeySlot slot = KeySlot.of(key, "store", KITE, CHEAP, new Random(2));

    assertThat(slot.open("store", Passphrase.of("kite cloth 91 a\u0308"))).isPresent();
  }

  @Test
  void theSameSecretWrapsTheSameKeyDifferentlyEachTime() {
    Random random = new Random(3);

    assertThat(KeySlot.of(key, "store", KITE, CHEAP, random).wrapped())
        .isNotEqualTo(KeySlot.of(key, "store", KITE, CHEAP, random).wrapped());
  }

  @Test
  void aWrappedKeyThatWasChangedDoesNotOpen() {
    KeySlot slot = KeySlot.of(key, "store", KITE, CHEAP, new Random(2));
    byte[] changed = slot.wrapped().clone();
    changed[5] ^= 1;

    assertThat(new KeySlot(Optional.of(CHEAP), slot.salt(), changed).open("store", KITE)).isEmpty();
    assertThat(new KeySlot(Optional.of(CHEAP), slot.salt(), new byte[3]).open("store", KITE))
        .isEmpty();
  }

  /** A value of the reference implementation: m=256, t=2, p=1, version 1.3. */
  @Test
  void aPassphraseIsStretchedAsTheStandardSays() {
    byte[] stretched =
        new Stretching(256, 2, 1)
            .stretch(
                "password".getBytes(StandardCharsets.UTF_8),
                "somesalt".getBytes(StandardCharsets.UTF_8));

    assertThat(HexFormat.of().formatHex(stretched))
        .isEqualTo("9dfeb910e80bad0311fee20f9c0e2b12c17987b4cac90c2ef54d5b3021c68bfe");
  }

  @Test
  void noTwoPurposesShareAKey() {
    assertThat(key.derive("sheaf", new byte[] {1}).getEncoded())
        .hasSize(32)
        .isEqualTo(key.derive("sheaf", new byte[] {1}).getEncoded())
        .isNotEqualTo(key.derive("sheaf", new byte[] {2}).getEncoded())
        .isNotEqualTo(key.derive("segment", new byte[] {1}).getEncoded())
        .isNotEqualTo(key.derive("sheaf").secret());
  }

  @Test
  void aCostThatNobodyCanMeanIsRefused() {
    assertThatThrownBy(() -> new Stretching(64, 0, 1)).isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Stretching(Integer.MAX_VALUE, 1, 1))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Stretching(7, 1, 1)).isInstanceOf(IllegalArgumentException.class);
  }

  @Property(tries = 200)
  void aRecoveryKeyIsReadAsItWasPrinted(@ForAll long seed) {
    RecoveryKey recovery = RecoveryKey.random(new Random(seed));

    assertThat(recovery.shown()).matches("([0-9A-Z]{4}-){8}[0-9A-Z]{4}");
    assertThat(RecoveryKey.read(recovery.shown())).contains(recovery);
    assertThat(
            RecoveryKey.read(
                "  " + recovery.shown().toLowerCase(java.util.Locale.ROOT).replace('-', ' ')))
        .contains(recovery);
    assertThat(RecoveryKey.read(recovery.shown().replace('0', 'O').replace('1', 'l')))
        .contains(recovery);
  }

  /** A checksum of 32 bits, of which 20 are printed, finds every burst that is shorter. */
  @Property(tries = 200)
  void oneMistypedCharacterIsNoticed(@ForAll long seed, @ForAll @IntRange(max = 31) int at) {
    String shown = RecoveryKey.random(new Random(seed)).shown().replace("-", "");
    char other = shown.charAt(at) == 'K' ? 'M' : 'K';

    assertThat(RecoveryKey.read(shown.substring(0, at) + other + shown.substring(at + 1)))
        .isEmpty();
  }

  @Test
  void theRecoveryKeyOpensWhatThePassphraseDoes() {
    RecoveryKey recovery = RecoveryKey.random(new Random(4));
    KeySlot slot = KeySlot.of(key, "store", recovery, new Random(5));

    assertThat(slot.open("store", recovery).orElseThrow().secret()).isEqualTo(key.secret());
    assertThat(slot.open("another", recovery)).isEmpty();
    assertThat(slot.open("store", KITE)).isEmpty();
    assertThat(slot.open("store", RecoveryKey.random(new Random(6)))).isEmpty();
  }
}
