package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.outside.Power;
import org.mendedleaf.core.outside.Storage;
import org.mendedleaf.core.outside.StorageContract;
import org.mendedleaf.standin.StandIn;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Trait;

/** The adapter against a stand-in with every power, and without each. */
class StandInStorageTest extends StorageContract {

  @TempDir Path folder;
  private Instant now = Instant.parse("2026-03-02T08:00:00Z");
  private final List<StandIn> started = new ArrayList<>();

  @Override
  protected Storage without(Set<Power> missing) throws IOException {
    Set<Trait> traits = EnumSet.allOf(Trait.class);
    traits.remove(Trait.UNNUMBERED_FIRST);
    for (Power power : missing) {
      traits.remove(Trait.valueOf(power.name()));
    }
    if (missing.contains(Power.CONDITIONAL)) {
      traits.remove(Trait.LOCKS);
    }
    StandIn standIn =
        StandIn.start(
            Files.createTempDirectory(folder, "kept"), traits, Terms.ALL, Map.of(), 0, () -> now);
    started.add(standIn);
    return new DavConnection(
            standIn.address(),
            Optional.of(new DavConnection.Login("Maren", "tide")),
            Duration.ofSeconds(10))
        .open(time -> {});
  }

  @Override
  protected void pass(Duration time) {
    now = now.plus(time);
  }

  @AfterEach
  void stop() throws IOException {
    for (StandIn one : started) {
      one.close();
    }
  }
}
