package org.mendedleaf.core.tray;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;

/** The tray between two starts. */
class KeptTrayTest {

  @TempDir Path base;

  @Test
  void itIsKeptWhileTheStoreOfWhatLiesOnItIsAway() throws Exception {
    Tray tray;
    OfficeSettings settings;
    try (TestDesk desk = new TestDesk(base)) {
      desk.write("list.csv", "jib;41");
      desk.capture();
      tray = desk.tray(Handling.IN_PLACE, new Pick.OfRevision(1, 0));
      settings = desk.office().settings();
    }
    Files.move(base.resolve("store"), base.resolve("away"));
    try (Office office = Office.open(settings)) {
      office.recoveries().keep(tray);
      assertThat(office.recoveries().kept()).isEqualTo(tray);
    }
  }
}
