package org.mendedleaf.core.office;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.OutputStream;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.core.stores.Stores;

/**
 * The ledger of the stores of this desk, and its export. Safe for several threads; any method may
 * take long.
 */
public final class Ledgers {

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss", Locale.ENGLISH);

  private static final List<Report.Column> COLUMNS =
      List.of(
          new Report.Column("No.", 8, true),
          new Report.Column("When", 18, false),
          new Report.Column("Act", 12, false),
          new Report.Column("By", 18, false),
          new Report.Column("Shelf", 18, false),
          new Report.Column("Lines", 8, true),
          new Report.Column("About", 18, false));

  private final Shelves shelves;
  private final Stores stores;

  Ledgers(Shelves shelves, Stores stores) {
    this.shelves = shelves;
    this.stores = stores;
  }

  /**
   * An act.
   *
   * @param shelf its name; empty if the act concerns the store
   */
  public record LedgerRow(StoreFacts store, LedgerEntry entry, Optional<String> shelf) {}

  /** Whether an act erased something. */
  public boolean isErasure(String store, long act) throws IOException {
    return stores.ledger(store).stream()
        .anyMatch(entry -> entry.id() == act && entry.act() == Act.ERASE);
  }

  /** All acts of all stores that can be reached, the newest first. */
  public List<LedgerRow> all() throws IOException {
    Map<String, Map<Long, String>> names = new HashMap<>();
    for (Shelf shelf : shelves.all()) {
      names.computeIfAbsent(shelf.store(), store -> new HashMap<>()).put(shelf.id(), shelf.name());
    }
    List<LedgerRow> rows = new ArrayList<>();
    for (StoreFacts store : stores.known()) {
      if (store.here()) {
        Map<Long, String> of = names.getOrDefault(store.id(), Map.of());
        for (LedgerEntry entry : stores.ledger(store.id())) {
          Optional<String> shelf =
              entry.shelf().isPresent()
                  ? Optional.ofNullable(of.get(entry.shelf().getAsLong()))
                  : Optional.empty();
          rows.add(new LedgerRow(store, entry, shelf));
        }
      }
    }
    rows.sort(
        Comparator.comparing((LedgerRow row) -> row.entry().at())
            .thenComparing(row -> row.entry().id())
            .reversed());
    return rows;
  }

  /** Some acts as a table. */
  public static Report report(List<LedgerRow> rows, ZoneId zone) {
    return new Report(
        "Ledger",
        List.of("%,d acts, times in %s.".formatted(rows.size(), zone.getId())),
        COLUMNS,
        rows.stream()
            .map(
                row ->
                    List.of(
                        String.valueOf(row.entry().id()),
                        WHEN.format(row.entry().at().atZone(zone)),
                        row.entry().act().word(),
                        row.entry().by(),
                        row.shelf().orElse(""),
                        String.valueOf(row.entry().lines()),
                        row.entry().about().orElse("")))
            .toList());
  }

  /** Some acts as JSON, each with the hash by which the next one continues it. */
  public static void json(List<LedgerRow> rows, OutputStream out) throws IOException {
    ArrayNode acts = JSON.createArrayNode();
    for (LedgerRow row : rows) {
      LedgerEntry entry = row.entry();
      ObjectNode act = acts.addObject();
      act.put("store", row.store().id()).put("id", entry.id());
      act.put("at", entry.at().toString()).put("act", entry.act().word());
      act.put("by", entry.by()).put("desk", entry.desk());
      row.shelf().ifPresent(shelf -> act.put("shelf", shelf));
      entry.undoes().ifPresent(undoes -> act.put("undoes", undoes));
      entry.about().ifPresent(about -> act.put("about", about));
      act.put("lines", entry.lines()).put("hash", entry.hash());
    }
    JSON.writeValue(out, JSON.createObjectNode().set("acts", acts));
  }
}
