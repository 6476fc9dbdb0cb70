package org.mendedleaf.desktop.inside;

import java.time.Instant;
import java.time.ZoneId;
import javafx.scene.Node;
import org.mendedleaf.core.compare.inside.ArchiveEntry;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.work.tables.SheetTable;

/** The entries of an archive. */
final class ListingTable {

  private ListingTable() {}

  static Node of(Inside.Listing listing) {
    SheetTable<ArchiveEntry> table =
        new SheetTable<>("inside-listing", entry -> {}, ArchiveEntry::name);
    long largest = listing.entries().stream().mapToLong(ArchiveEntry::size).max().orElse(0);
    Shown.SizeUnit unit = Shown.SizeUnit.fitting(largest);
    table.column("column.name", 200, entry -> entry.name());
    table
        .numbers("column.size", 80, entry -> entry.size() < 0 ? "" : unit.number(entry.size()))
        .setText(org.mendedleaf.desktop.words.Words.of("column.size", unit.name()));
    table.column(
        "column.changed",
        130,
        entry ->
            entry.modified() < 0
                ? ""
                : Shown.full(Instant.ofEpochMilli(entry.modified()), ZoneId.systemDefault()));
    table.node().getStyleClass().remove("sheet");
    table.show(listing.entries());
    return table.node();
  }
}
