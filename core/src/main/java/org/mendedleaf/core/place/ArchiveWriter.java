package org.mendedleaf.core.place;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.FolderState;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.store.ContentReader;

/**
 * Writes recorded states into a ZIP file (APPNOTE 6.3, names in UTF-8, sizes beyond 4 GB as ZIP64),
 * with times and permissions.
 */
final class ArchiveWriter implements Closeable {

  /** What is larger is read twice instead of being held. */
  private static final long HELD = 1 << 24;

  private static final int FILE = 0100000;
  private static final int LINK = 0120000;
  private static final int FOLDER = 0040000;
  private static final int PLAIN = 0644;
  private static final int FOLDER_MODE = 0755;

  private final ContentReader contents;
  private final ZipArchiveOutputStream out;

  ArchiveWriter(ContentReader contents, FileChannel channel) throws IOException {
    this.contents = contents;
    this.out = new ZipArchiveOutputStream(channel);
    out.setEncoding(StandardCharsets.UTF_8.name());
  }

  void folder(String name, Optional<FolderState> state) throws IOException {
    ZipArchiveEntry entry = new ZipArchiveEntry(name + "/");
    if (state.isPresent()) {
      entry.setLastModifiedTime(FileTime.from(state.get().modified()));
      entry.setUnixMode(FOLDER | bits(state.get().mode(), FOLDER_MODE));
    }
    out.putArchiveEntry(entry);
    out.closeArchiveEntry();
  }

  /** Adds a state; if it cannot be read, nothing is added. */
  void add(String name, FileState state) throws IOException {
    byte[] held = null;
    if (state.link().isPresent()) {
      held = Names.bytes(state.link().get());
    } else if (state.size() <= HELD) {
      held = contents.bytes(state.content().orElseThrow());
    } else {
      // Half an entry could not be taken back, so it is read through once before it is begun.
      contents.copy(state.content().orElseThrow(), OutputStream.nullOutputStream());
    }
    ZipArchiveEntry entry = new ZipArchiveEntry(name);
    entry.setLastModifiedTime(FileTime.from(state.modified()));
    entry.setSize(held == null ? state.size() : held.length);
    entry.setUnixMode(state.link().isPresent() ? LINK | 0777 : FILE | bits(state.mode(), PLAIN));
    out.putArchiveEntry(entry);
    if (held == null) {
      contents.copy(state.content().orElseThrow(), out);
    } else {
      out.write(held);
    }
    out.closeArchiveEntry();
  }

  private static int bits(Optional<String> mode, int plain) {
    if (mode.isEmpty()) {
      return plain;
    }
    Set<PosixFilePermission> permissions = PosixFilePermissions.fromString(mode.get());
    int bits = 0;
    for (PosixFilePermission one : PosixFilePermission.values()) {
      // The constants stand in the order of the bits, from the owner's reading on.
      bits = bits << 1 | (permissions.contains(one) ? 1 : 0);
    }
    return bits;
  }

  /** Writes the archive's listing. */
  void finish() throws IOException {
    out.finish();
  }

  @Override
  public void close() throws IOException {
    out.close();
  }

  /** Whether an archive has this state under this name, byte for byte. */
  static boolean holds(ZipFile zip, String name, FileState state, ContentReader contents)
      throws IOException {
    ZipArchiveEntry entry = zip.getEntry(name);
    if (entry == null) {
      return false;
    }
    try (InputStream in = zip.getInputStream(entry)) {
      if (state.link().isPresent()) {
        return Names.text(in.readAllBytes()).equals(state.link().get());
      }
      return contents.isIn(in, state.content().orElseThrow());
    }
  }
}
