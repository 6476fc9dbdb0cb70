package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import org.mendedleaf.core.leftovers.LeftoverPlaces;
import org.mendedleaf.core.office.Office;

/**
 * Two copies that programs left at the end of the story: one of what was not saved, one of what is
 * gone.
 */
final class WorkingCopies {

  private final Path desk;
  private final Office office;

  WorkingCopies(Path desk, Office office) {
    this.desk = desk;
    this.office = office;
  }

  void leave() throws IOException {
    // Anselm's editor ended in the middle of his notes; only its working copy has the last lines.
    Path scratch = Files.createDirectories(desk.resolve("Scratch"));
    String notes = Files.readString(desk.resolve("Repairs/Job 308/repair notes.txt"));
    put(
        scratch.resolve("w-0412.txt"),
        notes
            + "\nThe insurer asks for the leech to be unpicked in front of a witness; Thursday at ten.\n",
        25);
    // The trial sail was written down and never recorded: what is left is the copy from the save
    // before.
    put(
        desk.resolve("Cutting plans/Whimbrel 40/trial sail notes.txt~"),
        """
        Whimbrel 40, trial sail on 11 March
        Wind 14 knots from the south-west, flat water.
        Leech flutters above the third batten; take 6 mm out of the top two panels.
        Clew 40 mm too low on the reach; the new sheet lead is marked on deck.
        """,
        95);
    LeftoverPlaces places = office.leftovers().places();
    for (Path usual : places.folders()) {
      places.remove(usual);
    }
    places.add(scratch);
  }

  private static void put(Path file, String text, int minutesAgo) throws IOException {
    Files.write(file, text.getBytes(StandardCharsets.UTF_8));
    Files.setLastModifiedTime(file, FileTime.from(Loft.NOW.minus(Duration.ofMinutes(minutesAgo))));
  }
}
