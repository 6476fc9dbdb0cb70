package org.mendedleaf.core.adoption;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.store.log.LogHead;

/** A recovery sheet as a page to print: what to do, and where everything lies. */
public final class SheetReport {

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM yyyy, HH:mm", Locale.ENGLISH);

  private static final List<Report.Column> COLUMNS =
      List.of(
          new Report.Column("What", 24, false),
          new Report.Column("Where it lies", 52, false),
          new Report.Column("More", 40, false));

  private static final int TYPED = 16;
  private static final String BLANK = "____-____-____-____-____-____-____-____-____";

  private SheetReport() {}

  /**
   * The page.
   *
   * @param keys recovery keys that are to stand on it, by store
   */
  public static Report of(RecoverySheet sheet, Map<String, RecoveryKey> keys, ZoneId zone) {
    List<String> said = new ArrayList<>();
    said.add(
        "Made by %s, %s (%s). Keep this page away from this computer, with the file of the same sheet if there is one; make both anew when something below changes."
            .formatted(sheet.by(), at(sheet.made(), zone), zone.getId()));
    said.add("If this computer is lost:");
    said.add(
        "1. Install Mended Leaf on another computer, and connect the drives of the store and its mirror.");
    said.add(
        "2. Type “mended-leaf adopt --sheet FILE --rehearse”; or, if only this page is left, “mended-leaf adopt STORE --end ACT:HASH --rehearse” with the folder and the end of the store below. It says what would be done. If a folder is called differently there, add --place OLD=NEW. Without --rehearse it is done.");
    said.add(
        "3. %sMake a new sheet there."
            .formatted(
                sheet
                    .home()
                    .map(
                        home ->
                            "If the drive of this computer can still be read, add --former-home with its copy of %s: what was recorded while a store was away lies there alone. "
                                .formatted(home))
                    .orElse("")));
    List<List<String>> rows = new ArrayList<>();
    for (RecoverySheet.SheetStore store : sheet.stores()) {
      store(store, Optional.ofNullable(keys.get(store.id())), rows);
    }
    Map<String, RecoverySheet.SheetStore> stores =
        sheet.stores().stream()
            .collect(Collectors.toMap(RecoverySheet.SheetStore::id, one -> one, (a, b) -> a));
    for (RecoverySheet.SheetShelf shelf : sheet.shelves()) {
      RecoverySheet.SheetStore store = stores.get(shelf.store());
      boolean several = sheet.stores().size() > 1;
      String in = store == null || !several ? "" : "in the store %s".formatted(store.folder());
      String name = shelf.name().isEmpty() ? String.valueOf(shelf.shelf()) : shelf.name();
      rows.add(List.of("Shelf “%s”".formatted(name), shelf.folder().toString(), in));
    }
    sheet.arrivals().forEach(folder -> rows.add(List.of("Arrivals", folder.toString(), "")));
    sheet
        .home()
        .ifPresent(home -> rows.add(List.of("Data of this desk", home.toString(), desk(sheet))));
    return new Report("Recovery sheet", said, COLUMNS, rows);
  }

  private static void store(
      RecoverySheet.SheetStore store, Optional<RecoveryKey> key, List<List<String>> rows) {
    String head =
        store
            .head()
            .map(one -> "ends with act %d: %s".formatted(one.number(), digits(one)))
            .orElse("not reached when this was made");
    rows.add(List.of("Store", store.folder().toString(), head));
    if (store.isEncrypted()) {
      rows.add(
          List.of(
              "Its recovery key",
              key.map(RecoveryKey::shown).orElse(BLANK),
              key.isPresent()
                  ? "whoever has it can read the store"
                  : "write it here, or where it is kept"));
    }
    rows.add(List.of("Its mirror", store.mirror().map(Object::toString).orElse("none"), ""));
    rows.add(List.of("Its drills", store.drills().map(SheetReport::drills).orElse("none"), ""));
  }

  /** As many as tell one commit from any other, in groups that one can type. */
  private static String digits(LogHead head) {
    return head.hash().hex().substring(0, TYPED).replaceAll("(.{4})(?=.)", "$1 ");
  }

  private static String drills(Duration every) {
    return every.toDays() == 1 ? "every day" : "every %d days".formatted(every.toDays());
  }

  private static String desk(RecoverySheet sheet) {
    return sheet.desk().map("desk %s"::formatted).orElse("");
  }

  private static String at(Instant at, ZoneId zone) {
    return WHEN.format(at.atZone(zone));
  }
}
