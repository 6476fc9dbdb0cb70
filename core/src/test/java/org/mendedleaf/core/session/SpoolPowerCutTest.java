package org.mendedleaf.core.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.oracle.Seeds;
import org.mendedleaf.core.store.Store;

/**
 * What a spool goes on with is needed after a power cut too, when the store itself is not there.
 */
class SpoolPowerCutTest {

  @TempDir Path disk;

  static LongStream cuts() {
    return Seeds.of(12);
  }

  @ParameterizedTest
  @MethodSource("cuts")
  void whatASpoolGoesOnWithLasts(long seed) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Path home = desk.files().getPath("/home/maren");
      String id = desk.store().description().id();
      byte[] tables = new byte[50_000];
      new Random(seed).nextBytes(tables);
      Files.createDirectories(home.resolve("catalogues"));
      Files.write(home.resolve("catalogues").resolve(id + ".sqlite"), tables);
      PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
      SpoolPlace place = new SpoolPlace(OfficeSettings.ofThisMachine(home), id);
      place.remember(desk.store());
      Path copied = place.catalogue();

      desk.startAgainAfter(power, new Random(seed));

      assertThat(Store.describedIn(place.folder()).id()).isEqualTo(id);
      assertThat(copied).hasBinaryContent(tables);
    }
  }

  @ParameterizedTest
  @MethodSource("cuts")
  void aCopyThatWasCutOffIsMadeAnew(long seed) throws Exception {
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      Path home = desk.files().getPath("/home/maren");
      String id = desk.store().description().id();
      byte[] tables = new byte[50_000];
      new Random(seed).nextBytes(tables);
      Files.createDirectories(home.resolve("catalogues"));
      Files.write(home.resolve("catalogues").resolve(id + ".sqlite"), tables);
      SpoolPlace place = new SpoolPlace(OfficeSettings.ofThisMachine(home), id);
      PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
      desk.powerFailsAfter(seed);
      try {
        place.remember(desk.store());
        var unused = place.catalogue();
      } catch (PowerCut.Now e) {
        // It is done again below.
      }
      desk.startAgainAfter(power, new Random(seed));

      place.remember(desk.store());
      assertThat(place.catalogue()).hasBinaryContent(tables);
      assertThat(Store.describedIn(place.folder()).id()).isEqualTo(id);
    }
  }
}
