package org.mendedleaf.core.catalog.tables;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import javax.crypto.SecretKey;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Sealing;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The catalogue of an encrypted store: its tables are in memory alone, and what is kept of them on
 * the desk is sealed. That may be older than they are, since the rest is read from the log again;
 * where it is missing or damaged, all of it is.
 *
 * <pre>
 * "MLCAT001", 16 random bytes by which the key is told, u64 length of the database
 * pieces of 1 MiB, the last one shorter, each sealed beside the 32 bytes before; nonces count up
 * </pre>
 *
 * One connection changes and answers: to tables in memory there is no second one that would not
 * wait for it.
 */
public final class SealedCatalogue implements CataloguePlace {

  private static final Logger LOG = LoggerFactory.getLogger(SealedCatalogue.class);

  private static final byte[] MAGIC = "MLCAT001".getBytes(StandardCharsets.US_ASCII);
  private static final int SALT = 16;
  private static final int HEADER = 8 + SALT + Long.BYTES;
  private static final int PIECE = 1 << 20;

  /** What one array holds. */
  private static final long LARGEST = Integer.MAX_VALUE - 64;

  private static final AtomicLong GIVEN = new AtomicLong();

  private final Path file;
  private final DataKey key;
  private final SecureRandom random = new SecureRandom();
  private boolean isFirst = true;

  /**
   * @param file what is kept of it
   * @param key of its store
   */
  public SealedCatalogue(Path file, DataKey key) {
    this.file = file;
    this.key = key;
  }

  @Override
  public Sql connect() throws IOException {
    Optional<byte[]> kept = isFirst ? read() : Optional.empty();
    isFirst = false;
    String name = "catalogue-" + GIVEN.incrementAndGet();
    return kept.isPresent() ? Sql.inMemory(name, kept.get()) : Sql.inMemory(name);
  }

  @Override
  public List<Sql> readers(Sql writing, Sql.Repair repair) {
    return List.of(writing);
  }

  @Override
  public void next() {
    isFirst = false;
  }

  @Override
  public Sql back(List<Sql> answering) {
    return answering.get(0);
  }

  @Override
  public void deleteOthers() {
    // They are gone with their connections.
  }

  @Override
  public void forgetErased(Sql writing) throws IOException {
    Files.deleteIfExists(file);
    Files.deleteIfExists(file.resolveSibling(file.getFileName() + ".pending"));
  }

  @Override
  public void keep(Sql writing) throws IOException {
    Path pending = file.resolveSibling(file.getFileName() + ".pending");
    Files.deleteIfExists(pending);
    if (bytesOf(writing) > LARGEST) {
      LOG.warn("The catalogue is too large to be kept; it is read from the log the next time.");
      Files.deleteIfExists(file);
      return;
    }
    byte[] database = writing.bytes();
    makeFile(pending);
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(pending))) {
      seal(database, out);
    }
    Files.move(pending, file, StandardCopyOption.REPLACE_EXISTING);
  }

  private static long bytesOf(Sql tables) throws IOException {
    return tables.first(row -> row.getLong(1), "PRAGMA page_count").orElse(0L)
        * tables.first(row -> row.getLong(1), "PRAGMA page_size").orElse(0L);
  }

  private static void makeFile(Path file) throws IOException {
    boolean posix = file.getFileSystem().supportedFileAttributeViews().contains("posix");
    FileAttribute<?>[] attributes =
        posix
            ? new FileAttribute<?>[] {
              PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"))
            }
            : new FileAttribute<?>[0];
    Files.createFile(file, attributes);
  }

  private void seal(byte[] database, OutputStream out) throws IOException {
    byte[] salt = new byte[SALT];
    random.nextBytes(salt);
    byte[] header =
        ByteBuffer.allocate(HEADER).put(MAGIC).put(salt).putLong(database.length).array();
    SecretKey sealing = key.derive("catalogue", salt);
    out.write(header);
    for (int from = 0; from < database.length; from += PIECE) {
      byte[] piece = Arrays.copyOfRange(database, from, Math.min(database.length, from + PIECE));
      out.write(Sealing.seal(sealing, nonce(from / PIECE), header, piece));
    }
  }

  private static byte[] nonce(int piece) {
    return ByteBuffer.allocate(Sealing.NONCE).putLong(piece).array();
  }

  private Optional<byte[]> read() throws IOException {
    try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
      Optional<byte[]> database = open(in);
      if (database.isEmpty()) {
        LOG.warn("What was kept of a catalogue in {} is damaged; it is read from the log.", file);
      }
      return database;
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  private Optional<byte[]> open(InputStream in) throws IOException {
    byte[] header = in.readNBytes(HEADER);
    if (header.length < HEADER || !Arrays.equals(MAGIC, Arrays.copyOf(header, MAGIC.length))) {
      return Optional.empty();
    }
    long length = ByteBuffer.wrap(header).getLong(MAGIC.length + SALT);
    if (length <= 0 || length > Files.size(file)) {
      return Optional.empty();
    }
    byte[] salt = Arrays.copyOfRange(header, MAGIC.length, MAGIC.length + SALT);
    SecretKey sealing = key.derive("catalogue", salt);
    byte[] database = new byte[Math.toIntExact(length)];
    for (int from = 0; from < database.length; from += PIECE) {
      int size = Math.min(PIECE, database.length - from);
      byte[] sealed = in.readNBytes(size + Sealing.TAG);
      Optional<byte[]> piece = Sealing.open(sealing, nonce(from / PIECE), header, sealed);
      if (piece.isEmpty() || piece.get().length != size) {
        return Optional.empty();
      }
      System.arraycopy(piece.get(), 0, database, from, size);
    }
    return in.read() < 0 ? Optional.of(database) : Optional.empty();
  }
}
