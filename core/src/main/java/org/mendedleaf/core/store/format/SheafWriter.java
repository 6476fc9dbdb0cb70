package org.mendedleaf.core.store.format;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.drive.Durability;

/**
 * Writes one sheaf under a pending name; {@link #finish} makes it durable and gives it its name.
 * Until then nobody sees it, and {@link #close} without finish leaves nothing behind. Not safe for
 * several threads.
 */
public final class SheafWriter implements Closeable {

  private final StoreLayout layout;
  private final Durability durability;
  private final SheafId id;
  private final @Nullable StoreCipher cipher;
  private final Path pending;
  private final SeekableByteChannel channel;
  private final List<SheafFormat.Extent> extents = new ArrayList<>();
  private final List<SheafContents.InRecord> records = new ArrayList<>();
  private long length;
  private boolean finished;

  public SheafWriter(
      StoreLayout layout, Durability durability, SheafId id, @Nullable StoreCipher cipher)
      throws IOException {
    this.cipher = cipher;
    this.layout = layout;
    this.durability = durability;
    this.id = id;
    Path folder = Objects.requireNonNull(layout.sheaf(id).getParent());
    if (!Files.isDirectory(folder)) {
      layout.makeFolder(folder);
      durability.forceFolder(layout.sheaves());
    }
    this.pending = folder.resolve(id.text() + StoreLayout.PENDING);
    this.channel = layout.access().create(pending);
    try {
      write(SheafFormat.header(id));
    } catch (IOException e) {
      close();
      throw e;
    }
  }

  public long length() {
    return length;
  }

  /** Appends a record and notes where each of its contents lies. */
  public void append(StoredRecord record) throws IOException {
    append(RecordFormat.encode(record, cipher, id, length), record);
  }

  /**
   * Appends a record of another sheaf byte for byte.
   *
   * @param record what the bytes say
   */
  public void append(byte[] bytes, StoredRecord record) throws IOException {
    long offset = length;
    write(bytes);
    extents.add(new SheafFormat.Extent(offset, bytes.length));
    records.add(SheafContents.of(id, offset, bytes.length, record));
  }

  /** Closes the sheaf, forces it and publishes its name. */
  public FinishedSheaf finish() throws IOException {
    write(SheafFormat.footerAndTrailer(length, extents));
    channel.close();
    durability.force(pending);
    Path target = layout.sheaf(id);
    if (!durability.publish(pending, target)) {
      throw new IOException("A sheaf named " + id + " exists already.");
    }
    finished = true;
    return new FinishedSheaf(id, length, new SheafContents(records, true));
  }

  @Override
  public void close() throws IOException {
    if (!finished) {
      channel.close();
      Files.deleteIfExists(pending);
    }
  }

  private void write(byte[] bytes) throws IOException {
    ByteBuffer buffer = ByteBuffer.wrap(bytes);
    while (buffer.hasRemaining()) {
      channel.write(buffer);
    }
    length += bytes.length;
  }
}
