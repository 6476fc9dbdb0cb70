package org.mendedleaf.core.attack;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.store.MissingContentException;
import org.mendedleaf.core.store.format.DamagedContentException;

/** What lies on a shelf round after round, and what is therefore recorded of it. */
final class Rounds {

  static final int FILES = 4;

  private Rounds() {}

  /** A revision that can be read. */
  record Told(String name, int number, int length, int hash) {
    static Told of(String name, int number, String text) {
      return new Told(name, number, text.length(), text.hashCode());
    }
  }

  static Set<Told> told(Catalogue catalogue) throws IOException {
    Set<Told> told = new HashSet<>();
    for (long id = 1; id <= catalogue.files().lastFile(); id++) {
      Optional<RecordedFile> file = catalogue.files().file(id);
      if (file.isEmpty()) {
        continue;
      }
      for (Revision revision : catalogue.files().history(id)) {
        try {
          byte[] bytes = catalogue.contents().bytes(revision.state().content().orElseThrow());
          told.add(
              Told.of(
                  file.get().path().shown(),
                  revision.number(),
                  new String(bytes, StandardCharsets.ISO_8859_1)));
        } catch (DamagedContentException | MissingContentException e) {
          assertThat(e).as("nobody can tell what it is").hasMessageNotContaining("null");
        }
      }
    }
    return told;
  }

  static String text(int file, int round) {
    return ("file " + file + " in round " + round + "\n").repeat(3 + 40 * file);
  }

  static byte[] noise(int round) {
    byte[] noise = new byte[20_000];
    new Random(round).nextBytes(noise);
    return noise;
  }

  /** What is recorded after so many rounds, whatever the store says. */
  static Set<Told> recorded(int rounds) {
    Set<Told> all = new HashSet<>();
    for (int round = 0; round < rounds; round++) {
      for (int i = 0; i < FILES; i++) {
        all.add(Told.of("in/f" + i, round, text(i, round)));
      }
      String noise = new String(noise(round), StandardCharsets.ISO_8859_1);
      all.add(Told.of("noise.bin", round, noise));
    }
    return all;
  }

  static void write(FaultyDesk desk, int round) throws IOException {
    for (int i = 0; i < FILES; i++) {
      desk.write("in/f" + i, text(i, round));
    }
  }
}
