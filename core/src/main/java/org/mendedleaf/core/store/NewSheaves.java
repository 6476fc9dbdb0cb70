package org.mendedleaf.core.store;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.RecordFormat;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafWriter;
import org.mendedleaf.core.store.format.StoreDescription;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Writes records into new sheaves, one after another, none larger than the store allows. Closed
 * without {@link #finish}, it leaves nothing behind. Not safe for several threads.
 */
sealed interface NewSheaves extends Closeable {

  void append(StoredRecord record) throws IOException;

  /** Copies a record of another sheaf unchanged. */
  void takeOver(SheafId sheaf, SheafFormat.Extent extent) throws IOException;

  /** What was written, durable; empty for {@link WeighedSheaves}. */
  List<FinishedSheaf> finish() throws IOException;

  /** Bytes of all sheaves together, once they are finished. */
  long bytes();

  @Override
  void close() throws IOException;

  /** Writes them. */
  final class WrittenSheaves implements NewSheaves {
    private final Store store;
    private final List<FinishedSheaf> finished = new ArrayList<>();
    private @Nullable SheafWriter current;
    private boolean done;

    WrittenSheaves(Store store) {
      this.store = store;
    }

    @Override
    public void append(StoredRecord record) throws IOException {
      if (current == null) {
        current = store.sheafWriter(SheafId.random(store.random()));
      }
      current.append(record);
      if (current.length() >= store.description().sheafLimit()) {
        roll();
      }
    }

    @Override
    public void takeOver(SheafId sheaf, SheafFormat.Extent extent) throws IOException {
      append(
          store
              .sheaves()
              .reading(sheaf, reader -> reader.record(extent.offset(), extent.length())));
    }

    @Override
    public List<FinishedSheaf> finish() throws IOException {
      roll();
      if (!finished.isEmpty()) {
        store.durability().forceFolder(store.layout().sheaves());
      }
      done = true;
      return List.copyOf(finished);
    }

    @Override
    public long bytes() {
      return finished.stream().mapToLong(FinishedSheaf::bytes).sum();
    }

    private void roll() throws IOException {
      if (current != null) {
        finished.add(current.finish());
        current = null;
      }
    }

    @Override
    public void close() throws IOException {
      if (current != null) {
        current.close();
      }
      if (!done) {
        for (FinishedSheaf sheaf : finished) {
          store.packing().delete(sheaf.id());
        }
      }
    }
  }

  /** Only counts the bytes: nothing is written, and no room is needed. */
  final class WeighedSheaves implements NewSheaves {
    private final long limit;
    private final boolean sealed;
    private final List<SheafFormat.Extent> current = new ArrayList<>();
    private long length;
    private long finished;

    WeighedSheaves(StoreDescription of) {
      this.limit = of.sheafLimit();
      this.sealed = of.isEncrypted();
    }

    @Override
    public void append(StoredRecord record) {
      add(RecordFormat.length(record, sealed));
    }

    @Override
    public void takeOver(SheafId sheaf, SheafFormat.Extent extent) {
      add(extent.length());
    }

    private void add(int bytes) {
      if (current.isEmpty()) {
        length = SheafFormat.HEADER;
      }
      current.add(new SheafFormat.Extent(length, bytes));
      length += bytes;
      if (length >= limit) {
        roll();
      }
    }

    private void roll() {
      if (!current.isEmpty()) {
        finished += length + SheafFormat.footerAndTrailer(length, current).length;
        current.clear();
      }
    }

    @Override
    public List<FinishedSheaf> finish() {
      roll();
      return List.of();
    }

    @Override
    public long bytes() {
      return finished;
    }

    @Override
    public void close() {
      current.clear();
    }
  }
}
