package org.mendedleaf.core.store.format;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads one sheaf. Safe for several threads: reads are positional or take turns. */
public final class SheafReader implements Closeable {

  private final SheafId id;
  private final String where;
  private final @Nullable StoreCipher cipher;
  private final SeekableByteChannel channel;

  public SheafReader(Path root, SheafId id, Path file, @Nullable StoreCipher cipher)
      throws IOException {
    this.cipher = cipher;
    this.id = id;
    this.where = root.relativize(file).toString();
    this.channel = Files.newByteChannel(file, StandardOpenOption.READ);
  }

  /** The record at this place, checked. */
  public StoredRecord record(long offset, int length) throws IOException {
    return decode(raw(offset, length), offset);
  }

  /** What the bytes of a record say, checked. */
  public StoredRecord decode(byte[] bytes, long offset)
      throws DamagedContentException, StoreFormatException {
    return RecordFormat.decode(bytes, where + " at " + offset, cipher);
  }

  /** The bytes of a record, unchecked. */
  public byte[] raw(long offset, int length) throws IOException {
    if (length < 0 || length > RecordFormat.MAX_LENGTH) {
      throw new DamagedContentException(where, "a record of " + length + " bytes is listed");
    }
    return read(offset, length);
  }

  /** Every extent that the footer lists, in order; header, footer and trailer are checked. */
  public List<SheafFormat.Extent> extents() throws IOException {
    long size = channel.size();
    if (size < SheafFormat.HEADER + SheafFormat.TRAILER) {
      throw new DamagedContentException(where, "it is cut off");
    }
    SheafFormat.checkHeader(read(0, SheafFormat.HEADER), id, where);
    byte[] trailer = read(size - SheafFormat.TRAILER, SheafFormat.TRAILER);
    SheafFormat.Extent footer = SheafFormat.footerExtent(trailer, where);
    if (footer.offset() + footer.length() + SheafFormat.TRAILER != size) {
      throw new DamagedContentException(where, "its length does not fit its end");
    }
    return SheafFormat.footer(read(footer.offset(), footer.length()), where);
  }

  /** What every record says of itself before its payload; payloads are not read. */
  public List<RecordHead> heads() throws IOException {
    List<RecordHead> heads = new ArrayList<>();
    for (SheafFormat.Extent extent : extents()) {
      if (extent.length() < RecordFormat.HEADER + RecordFormat.CHECKSUM) {
        throw new DamagedContentException(where, "a record is cut off");
      }
      int length = RecordFormat.headLength(read(extent.offset(), RecordFormat.HEADER));
      if (length > extent.length()) {
        throw new DamagedContentException(where, "a record says more than it holds");
      }
      byte[] bytes = read(extent.offset(), length);
      heads.add(RecordFormat.head(bytes, extent, where + " at " + extent.offset(), cipher));
    }
    return heads;
  }

  /** Every content in the sheaf; reads all records, checks each. */
  public SheafContents contents() throws IOException {
    List<SheafContents.InRecord> records = new ArrayList<>();
    for (SheafFormat.Extent extent : extents()) {
      StoredRecord record = record(extent.offset(), extent.length());
      records.add(SheafContents.of(id, extent.offset(), extent.length(), record));
    }
    return new SheafContents(records, true);
  }

  /** What is whole of a sheaf that is damaged, wherever it lies in it. */
  public SheafContents salvaged() throws IOException {
    byte[] bytes = read(0, Math.toIntExact(channel.size()));
    List<SheafContents.InRecord> records = new ArrayList<>();
    ByteBuffer in = ByteBuffer.wrap(bytes);
    int at = 0;
    while (at + RecordFormat.HEADER + RecordFormat.CHECKSUM <= bytes.length) {
      int length = in.getInt(at) == RecordFormat.MAGIC ? in.getInt(at + Integer.BYTES) : 0;
      Optional<StoredRecord> record = Optional.empty();
      if (length >= RecordFormat.HEADER + RecordFormat.CHECKSUM && length <= bytes.length - at) {
        record = whole(Arrays.copyOfRange(bytes, at, at + length), at);
      }
      if (record.isPresent()) {
        records.add(SheafContents.of(id, at, length, record.get()));
        at += length;
      } else {
        at++;
      }
    }
    return new SheafContents(records, false);
  }

  private Optional<StoredRecord> whole(byte[] bytes, int at) {
    try {
      return Optional.of(decode(bytes, at));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private byte[] read(long offset, int length) throws IOException {
    ByteBuffer buffer = ByteBuffer.allocate(length);
    if (channel instanceof FileChannel file) {
      while (buffer.hasRemaining() && file.read(buffer, offset + buffer.position()) >= 0) {
        // positional reads need no lock
      }
    } else {
      synchronized (channel) {
        channel.position(offset);
        while (buffer.hasRemaining() && channel.read(buffer) >= 0) {
          // until full or at the end
        }
      }
    }
    if (buffer.hasRemaining()) {
      throw new DamagedContentException(where + " at " + offset, "it is cut off");
    }
    return buffer.array();
  }

  public boolean isOpen() {
    return channel.isOpen();
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
