package org.mendedleaf.core.store.format;

import java.util.ArrayList;
import java.util.List;

/**
 * The source of an index: the records of a sheaf in order.
 *
 * @param records with what each of them holds
 * @param isWhole whether these are all that it ever held
 */
public record SheafContents(List<InRecord> records, boolean isWhole) {

  public SheafContents {
    records = List.copyOf(records);
  }

  /**
   * What a record holds.
   *
   * @param entries its contents and where each lies; never none
   * @param bases the chunks that it leans on, wherever those lie
   */
  public record InRecord(List<SheafEntry> entries, List<ContentId> bases) {

    public InRecord {
      entries = List.copyOf(entries);
      bases = List.copyOf(bases);
    }
  }

  /** Every content of all of them. */
  public List<SheafEntry> entries() {
    return records.stream().flatMap(record -> record.entries().stream()).toList();
  }

  static InRecord of(SheafId sheaf, long offset, int length, StoredRecord record) {
    List<SheafEntry> entries = new ArrayList<>();
    int from = 0;
    for (StoredRecord.ChunkEntry entry : record.directory()) {
      Location location = new Location(sheaf, offset, length, from, entry.length(), record.depth());
      entries.add(new SheafEntry(record.kind(), entry.id(), location));
      from += entry.length();
    }
    return new InRecord(entries, record.bases().stream().map(Base::chunk).toList());
  }
}
