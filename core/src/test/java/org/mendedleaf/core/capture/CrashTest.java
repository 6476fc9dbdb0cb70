package org.mendedleaf.core.capture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.constraints.LongRange;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.SheafId;

/**
 * A capture in several parts that dies at any of its operations on the store: from one of them on,
 * none succeeds any more. Each part is one commit, so what is found afterwards is a beginning of
 * the whole, and the next capture completes it.
 */
class CrashTest {

  private static final int FILES = 30;

  @Property(shrinking = ShrinkingMode.OFF)
  void aCaptureThatDiesAnywhereIsCompletedByTheNext(@ForAll @LongRange(min = 1, max = 95) long last)
      throws Exception {
    Path disk = Files.createTempDirectory("crash");
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      desk.setPartSize(new PartSize(1 << 20, 7));
      Map<String, String> before = fill(desk, "before");
      desk.capture();
      Map<String, String> after = fill(desk, "after");
      desk.dieInStoreAfter(last);
      boolean died = died(desk);

      desk.startAgain();
      Map<String, String> found = recorded(desk);
      if (!died) {
        assertThat(found).isEqualTo(after);
      }
      found.forEach(
          (name, text) -> assertThat(text).as(name).isIn(before.get(name), after.get(name)));
      assertThat(found.keySet()).containsAll(before.keySet());
      for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
        assertThat(desk.store().verification().deep(sheaf).damage()).isEmpty();
      }

      desk.capture();
      assertThat(recorded(desk)).isEqualTo(after);
    }
  }

  private static boolean died(FaultyDesk desk) {
    try {
      desk.capture();
      return false;
    } catch (IOException e) {
      return true;
    }
  }

  /** Writes files whose every second one existed before. */
  private static Map<String, String> fill(FaultyDesk desk, String what) throws IOException {
    Map<String, String> texts = new TreeMap<>();
    int step = what.equals("before") ? 2 : 1;
    for (int i = 0; i < FILES; i += step) {
      String text = (what + " " + i + "\n").repeat(50 + i);
      desk.write("f" + i, text);
      texts.put("f" + i, text);
    }
    return texts;
  }

  private static Map<String, String> recorded(FaultyDesk desk) throws IOException {
    Map<String, String> texts = new TreeMap<>();
    ContentReader contents = desk.catalogue().contents();
    for (PresentFile file : desk.catalogue().present().of(desk.shelf())) {
      texts.put(
          file.state().path().shown(),
          new String(
              contents.bytes(file.state().content().orElseThrow()),
              java.nio.charset.StandardCharsets.UTF_8));
    }
    return texts;
  }
}
