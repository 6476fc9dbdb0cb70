package org.mendedleaf.core.compare.readers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.zip.CRC32;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.apache.commons.io.input.BoundedInputStream;
import org.mendedleaf.core.compare.inside.ArchiveEntry;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Lists what a ZIP or TAR holds. A ZIP's entries are listed without unpacking any. */
public final class ArchiveReader {

  private static final int MAX_ENTRIES = 50_000;
  private static final long MAX_UNPACKED = 256L << 20;

  /** What is shown of an archive: its first entries. */
  Inside.Listing list(Kind kind, byte[] bytes) throws UnreadableException {
    return list(kind, bytes, MAX_ENTRIES);
  }

  /** All that can be told of an archive's entries, so that two archives can be compared. */
  public Inside.Listing listAll(Kind kind, byte[] bytes) throws UnreadableException {
    return list(kind, bytes, Integer.MAX_VALUE);
  }

  private static Inside.Listing list(Kind kind, byte[] bytes, int most) throws UnreadableException {
    try {
      boolean packed = List.of("application/zip", "application/java-archive").contains(kind.type());
      return packed ? zip(bytes, most) : tar(kind, bytes, most);
    } catch (IOException | IllegalArgumentException e) {
      throw new UnreadableException("It is no whole archive: " + Sentences.reason(e) + ".");
    }
  }

  private static Inside.Listing zip(byte[] bytes, int most) throws IOException {
    List<ArchiveEntry> entries = new ArrayList<>();
    try (ZipFile zip =
        ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(bytes)).get()) {
      Enumeration<ZipArchiveEntry> all = zip.getEntries();
      while (all.hasMoreElements() && entries.size() < most) {
        ZipArchiveEntry entry = all.nextElement();
        entries.add(
            new ArchiveEntry(
                entry.getName(),
                entry.getSize(),
                entry.getTime(),
                entry.getCrc() < 0 ? "" : Long.toHexString(entry.getCrc())));
      }
      return new Inside.Listing(entries, !all.hasMoreElements());
    }
  }

  private static Inside.Listing tar(Kind kind, byte[] bytes, int most) throws IOException {
    List<ArchiveEntry> entries = new ArrayList<>();
    InputStream plain = new ByteArrayInputStream(bytes);
    if (kind.type().contains("gzip")) {
      plain =
          BoundedInputStream.builder()
              .setInputStream(
                  GzipCompressorInputStream.builder()
                      .setInputStream(plain)
                      .setDecompressConcatenated(true)
                      .get())
              .setMaxCount(MAX_UNPACKED)
              .get();
    }
    try (TarArchiveInputStream tar = new TarArchiveInputStream(plain)) {
      for (TarArchiveEntry entry = next(tar, entries); entry != null; entry = next(tar, entries)) {
        if (entries.size() == most) {
          return new Inside.Listing(entries, false);
        }
        entries.add(
            new ArchiveEntry(
                entry.getName(),
                entry.getSize(),
                entry.getLastModifiedTime().toMillis(),
                entry.isFile() ? checksum(tar) : ""));
      }
    } catch (IOException e) {
      if (entries.isEmpty()) {
        throw e;
      }
      // What could be listed before the damage, or the limit, is shown.
      return new Inside.Listing(entries, false);
    }
    return new Inside.Listing(entries, true);
  }

  /** A TAR has no checksums of contents, so they are taken. */
  private static String checksum(InputStream content) throws IOException {
    CRC32 sum = new CRC32();
    byte[] buffer = new byte[1 << 14];
    for (int read = content.read(buffer); read >= 0; read = content.read(buffer)) {
      sum.update(buffer, 0, read);
    }
    return Long.toHexString(sum.getValue());
  }

  private static TarArchiveEntry next(TarArchiveInputStream tar, List<ArchiveEntry> soFar)
      throws IOException {
    TarArchiveEntry entry = tar.getNextEntry();
    if (entry == null && soFar.isEmpty()) {
      throw new IOException("it has no entries");
    }
    return entry;
  }
}
