package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Consumer;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/**
 * The loft's handbook: a deposit shelf with care guides, safety sheets and certificates, whose
 * drafts are issued now and then.
 */
final class Handbook {

  static final String CARE_GUIDE = "Care guides/Washing and folding.odt";

  private static final LocalDate BEGIN = LocalDate.of(2025, 11, 19);

  private final Path arrivals;
  private final Office office;
  private final Consumer<Instant> clock;
  private final Random random = new Random(4711);
  private Shelf shelf;

  /**
   * @param arrivals a folder for what is brought in, taken away afterwards
   * @param clock sets the office's time
   */
  Handbook(Path arrivals, Office office, Consumer<Instant> clock) {
    this.arrivals = arrivals;
    this.office = office;
    this.clock = clock;
  }

  /** Tells its story; returns the care guide's newest edition as it might be worked on outside. */
  Document tell(Path store) throws IOException {
    clock.accept(BEGIN.atTime(9, 0).atZone(Loft.ZONE).toInstant());
    shelf =
        office
            .shelves()
            .addDeposit(
                store,
                Loft.HANDBOOK,
                new People(Map.of(Loft.MAREN, Role.KEEPER, Loft.PRIYA, Role.KEEPER), Role.LOOKER));
    Files.createDirectories(arrivals);
    Document guide = text(TextDocument.TextFormat.ODT, "Washing and folding", 12);
    life(CARE_GUIDE, guide, 6, List.of(2, 5), "autumn edition");
    Document aloft = text(TextDocument.TextFormat.PDF, "Working aloft", 9);
    life("Safety sheets/Working aloft.pdf", aloft, 3, List.of(3), "");
    Document machines = text(TextDocument.TextFormat.DOCX, "Sewing machines", 10);
    life("Safety sheets/Sewing machines.docx", machines, 4, List.of(1), "");
    // Issues A to D with drafts between, and a draft on its way to E.
    Document cloth = text(TextDocument.TextFormat.DOCX, "Cloth strength", 14);
    life("Certificates/Cloth strength.docx", cloth, 11, List.of(2, 4, 7, 10), "as tested");
    Files.delete(arrivals);
    return guide;
  }

  private TextDocument text(TextDocument.TextFormat format, String title, int paragraphs) {
    return new TextDocument(format, title, paragraphs, random);
  }

  /**
   * @param issued numbers of the revisions that are given out
   */
  private void life(String path, Document document, int editions, List<Integer> issued, String note)
      throws IOException {
    InnerPath at = new InnerPath(path);
    Office priya = office.actingAs(Loft.PRIYA);
    FileRef file = null;
    for (int edition = 1; edition <= editions; edition++) {
      LocalDateTime time =
          BEGIN
              .plusDays((long) edition * 100 / editions)
              .atTime(10 + edition % 6, 12 * (edition % 5));
      clock.accept(time.atZone(Loft.ZONE).toInstant());
      if (edition > 1) {
        document.work(random);
        document.work(random);
      }
      Path arrival = arrivals.resolve(at.name().replace(".", " " + time.toLocalDate() + "."));
      Files.write(arrival, document.save(Loft.PRIYA));
      Files.setLastModifiedTime(
          arrival, FileTime.from(time.minusMinutes(35).atZone(Loft.ZONE).toInstant()));
      String said = edition == 1 ? "" : note;
      file =
          file == null
              ? priya.intake().bringInNew(arrival, shelf, at, said, true).file()
              : priya.intake().bringIn(arrival, file, said, true).file();
      if (issued.contains(edition)) {
        var unused = priya.sayings().issue(file, edition);
      }
    }
  }
}
