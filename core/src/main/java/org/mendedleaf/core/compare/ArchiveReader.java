package org.mendedleaf.core.compare;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.apache.commons.io.input.BoundedInputStream;

/** Lists what a ZIP or TAR holds. A ZIP's entries are listed without unpacking any. */
final class ArchiveReader {

  private static final int MAX_ENTRIES = 50_000;
  private static final long MAX_UNPACKED = 256L << 20;

  Inside.Listing list(Kind kind, byte[] bytes) throws UnreadableException {
    try {
      boolean packed = List.of("application/zip", "application/java-archive").contains(kind.type());
      return packed ? zip(bytes) : tar(kind, bytes);
    } catch (IOException | IllegalArgumentException e) {
      throw new UnreadableException("It is no whole archive: " + Sentences.reason(e) + ".");
    }
  }

  private static Inside.Listing zip(byte[] bytes) throws IOException {
    List<ArchiveEntry> entries = new ArrayList<>();
    try (ZipFile zip =
        ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(bytes)).get()) {
      Enumeration<ZipArchiveEntry> all = zip.getEntries();
      while (all.hasMoreElements() && entries.size() < MAX_ENTRIES) {
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

  private static Inside.Listing tar(Kind kind, byte[] bytes) throws IOException {
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
        if (entries.size() == MAX_ENTRIES) {
          return new Inside.Listing(entries, false);
        }
        entries.add(
            new ArchiveEntry(
                entry.getName(), entry.getSize(), entry.getLastModifiedTime().toMillis(), ""));
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

  private static TarArchiveEntry next(TarArchiveInputStream tar, List<ArchiveEntry> soFar)
      throws IOException {
    TarArchiveEntry entry = tar.getNextEntry();
    if (entry == null && soFar.isEmpty()) {
      throw new IOException("it has no entries");
    }
    return entry;
  }
}
