package org.mendedleaf.core.outside;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.outside.StorageSettings.Kept;

class MemoryStorageTest extends StorageContract {

  private Instant now = Instant.parse("2026-03-02T08:00:00Z");

  @Override
  protected Storage without(Set<Power> missing) throws IOException {
    return new MemoryStorage(
        powersWithout(missing),
        new StorageSettings(
            Kept.ON,
            OptionalInt.empty(),
            Optional.empty(),
            Optional.empty(),
            OptionalLong.empty(),
            Optional.empty(),
            OptionalInt.empty()),
        () -> now,
        "Maren");
  }

  @Override
  protected void pass(Duration time) {
    now = now.plus(time);
  }

  @Test
  void aMissingPowerIsAddedToTheOthers() {
    Powers powers =
        powersWithout(Set.of(Power.NOTES)).without(Power.WHO, "It does not say who saved.");
    assertThat(powers.has(Power.NOTES)).isFalse();
    assertThat(powers.whyNot(Power.WHO)).contains("It does not say who saved.");
    assertThat(powers.has(Power.HOLDS)).isTrue();
  }
}
