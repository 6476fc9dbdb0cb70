package org.mendedleaf.core.recover;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.LongRange;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.PowerCut;
import org.mendedleaf.core.progress.Progress;

/**
 * The power fails anywhere in a recovery, and what was not forced is lost: each target is as it was
 * or complete, and what stood there and was not recorded yet is in the store or still there.
 */
class RecoveryPowerCutTest {

  private static final int FILES = 4;

  @Property(shrinking = ShrinkingMode.OFF)
  void eachTargetIsAsItWasOrComplete(
      @ForAll @LongRange(min = 0, max = 160) long last, @ForAll long seed) throws Exception {
    Path disk = Files.createTempDirectory("power");
    Random random = new Random(seed);
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      for (int i = 0; i < FILES; i++) {
        desk.write("in/f" + i, good(i));
      }
      desk.capture();
      Instant good = desk.now();
      for (int i = 0; i < FILES; i++) {
        desk.write("in/f" + i, ruined(i));
      }
      desk.clock().forward(Duration.ofHours(1));
      PowerCut power = new PowerCut(desk.files(), desk.files().getPath("/"));
      desk.powerFailsAfter(last);
      boolean done = false;
      try {
        recover(desk, good);
        done = true;
      } catch (PowerCut.Now | IllegalStateException e) {
        // Workers tell of it as a cause.
        assertThat(e instanceof PowerCut.Now ? e : e.getCause()).isInstanceOf(PowerCut.Now.class);
      }
      desk.startAgainAfter(power, random);

      for (int i = 0; i < FILES; i++) {
        String lies = Files.readString(desk.file("in/f" + i), StandardCharsets.UTF_8);
        assertThat(lies).isIn(done ? List.of(good(i)) : List.of(good(i), ruined(i)));
        if (lies.equals(good(i))) {
          assertThat(history(desk, "in/f" + i)).contains(ruined(i));
        }
      }
    }
  }

  private static String good(int file) {
    return "good " + file + "\n";
  }

  private static String ruined(int file) {
    return "ruined, and not recorded before, " + file + "\n";
  }

  private static void recover(FaultyDesk desk, Instant good) throws IOException {
    RecoveryOrder order =
        new RecoveryOrder(
            desk.shelf(),
            List.of(new Pick.OfMoment(new InnerPath("in"), new Moment.At(good))),
            new Destination.InPlace(),
            IfThere.MAKE_ROOM,
            LaterFiles.KEEP);
    desk.recovery()
        .run(
            new Recovery.RecoveryRequest(
                order,
                Optional.of(desk.folder()),
                "maren",
                "run",
                desk.files().getPath("/plan"),
                new HashSet<>()),
            Progress.NONE);
  }

  private static List<String> history(FaultyDesk desk, String name) throws IOException {
    List<String> texts = new ArrayList<>();
    for (PresentFile file : desk.catalogue().present().of(desk.shelf())) {
      if (file.state().path().shown().equals(name)) {
        for (Revision revision : desk.catalogue().files().history(file.file())) {
          byte[] bytes =
              desk.catalogue().contents().bytes(revision.state().content().orElseThrow());
          texts.add(new String(bytes, StandardCharsets.UTF_8));
        }
      }
    }
    return texts;
  }
}
