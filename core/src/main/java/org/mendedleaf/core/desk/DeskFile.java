package org.mendedleaf.core.desk;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * One file in which a desk remembers something: UTF-8 text that ends in a line with the SHA-256 of
 * everything before it,
 *
 * <pre>
 * …
 * {"sha256":"64 hexadecimal digits"}
 * </pre>
 *
 * so that JSON stays a sequence of JSON texts. It is written under a pending name, forced, moved
 * into place in one step, and its folder forced: after a cut it is the former one or the new one,
 * whole. It is readable by its owner alone. A text without such a line is taken as it is, if it can
 * be understood.
 *
 * <p>Safe for several threads as far as whole texts go; who reads in order to write has a lock.
 */
public final class DeskFile {

  private static final String SEAL = "{\"sha256\":\"";
  private static final String SEAL_END = "\"}\n";

  private final Path file;
  private final boolean keptTwice;

  private DeskFile(Path file, boolean keptTwice) {
    this.file = file;
    this.keptTwice = keptTwice;
  }

  public static DeskFile at(Path file) {
    return new DeskFile(file, false);
  }

  /** A desk file with a copy beside it, which is read if the file itself is damaged. */
  public static DeskFile keptTwice(Path file) {
    return new DeskFile(file, true);
  }

  /** Understands a text. */
  public interface Parser<T> {
    /** Throws anything if the text is none of ours. */
    T parse(String text) throws IOException;
  }

  /**
   * What was written last.
   *
   * @return empty if nothing was ever written
   * @throws DamagedDeskFileException if what is there cannot be understood
   */
  public <T> Optional<T> read(Parser<T> parser) throws IOException {
    boolean any = false;
    for (Path one : keptTwice ? new Path[] {file, copy()} : new Path[] {file}) {
      Optional<byte[]> bytes = bytes(one);
      any |= bytes.isPresent();
      Optional<T> parsed = bytes.flatMap(these -> understood(these, parser));
      if (parsed.isPresent()) {
        return parsed;
      }
    }
    if (any) {
      throw new DamagedDeskFileException(file);
    }
    return Optional.empty();
  }

  private static Optional<byte[]> bytes(Path file) throws IOException {
    try {
      return Optional.of(Files.readAllBytes(file));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  private static <T> Optional<T> understood(byte[] bytes, Parser<T> parser) {
    String text = new String(bytes, StandardCharsets.UTF_8);
    int seal = text.endsWith(SEAL_END) ? text.lastIndexOf(SEAL) : -1;
    if (seal >= 0) {
      String before = text.substring(0, seal);
      if (!text.substring(seal).equals(seal(before))) {
        return Optional.empty();
      }
      text = before;
    }
    try {
      return Optional.ofNullable(parser.parse(text));
    } catch (IOException | RuntimeException e) {
      // Whatever a damaged text makes a parser do, it is a damaged text.
      return Optional.empty();
    }
  }

  /** Writes a text so that it lasts. */
  public void write(String text) throws IOException {
    String whole = text.isEmpty() || text.endsWith("\n") ? text : text + "\n";
    PrivateFolder.make(Objects.requireNonNull(file.toAbsolutePath().getParent()));
    Path pending = file.resolveSibling(file.getFileName() + ".pending");
    byte[] bytes = (whole + seal(whole)).getBytes(StandardCharsets.UTF_8);
    writeNew(pending, bytes);
    replace(pending, file);
    forceFolder(Objects.requireNonNull(file.toAbsolutePath().getParent()));
    if (keptTwice) {
      writeNew(pending, bytes);
      replace(pending, copy());
    }
  }

  /** Forgets it. */
  public void delete() throws IOException {
    Files.deleteIfExists(file);
    Files.deleteIfExists(copy());
    forceFolder(Objects.requireNonNull(file.toAbsolutePath().getParent()));
  }

  private Path copy() {
    return file.resolveSibling(file.getFileName() + ".copy");
  }

  private static void writeNew(Path pending, byte[] bytes) throws IOException {
    Files.deleteIfExists(pending);
    Set<OpenOption> options = Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
    FileAttribute<?>[] attributes =
        PrivateFolder.isPosix(pending)
            ? new FileAttribute<?>[] {
              PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"))
            }
            : new FileAttribute<?>[0];
    try (FileChannel channel = FileChannel.open(pending, options, attributes)) {
      ByteBuffer buffer = ByteBuffer.wrap(bytes);
      while (buffer.hasRemaining()) {
        channel.write(buffer);
      }
      channel.force(true);
    } catch (FileAlreadyExistsException e) {
      throw new IOException(pending + " is written by somebody else just now", e);
    } catch (IOException e) {
      Files.deleteIfExists(pending);
      throw e;
    }
  }

  private static void replace(Path from, Path to) throws IOException {
    try {
      Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(from, to, StandardCopyOption.REPLACE_EXISTING);
    }
  }

  private static void forceFolder(Path folder) throws IOException {
    FileChannel channel;
    try {
      channel = FileChannel.open(folder, StandardOpenOption.READ);
    } catch (IOException | UnsupportedOperationException e) {
      // Not every system lets a folder be opened; there, names last with their files.
      return;
    }
    try (channel) {
      channel.force(true);
    }
  }

  private static String seal(String text) {
    try {
      byte[] hash =
          MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
      return SEAL + HexFormat.of().formatHex(hash) + SEAL_END;
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }
}
