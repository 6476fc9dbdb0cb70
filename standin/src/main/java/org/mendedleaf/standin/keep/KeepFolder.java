package org.mendedleaf.standin.keep;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.function.Consumer;

/** Where a stand-in's changes and bytes lie: a line for each act, a file for each state. */
final class KeepFolder implements AutoCloseable {

  private static final ObjectMapper JSON = new ObjectMapper();

  private final Path bytes;
  private final Path incoming;
  private final Path lines;
  private final FileChannel out;

  KeepFolder(Path at) throws IOException {
    bytes = Files.createDirectories(at.resolve("bytes"));
    incoming = Files.createDirectories(at.resolve("incoming"));
    lines = at.resolve("changes.jsonl");
    out = FileChannel.open(lines, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
  }

  /**
   * Reads every change, and cuts off a last line that was never finished.
   *
   * @return whether there were any
   */
  boolean read(Consumer<KeptChange> each) throws IOException {
    long whole = 0;
    try (BufferedReader in = Files.newBufferedReader(lines)) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        long end = whole + line.getBytes(StandardCharsets.UTF_8).length + 1L;
        if (end > Files.size(lines)) {
          break;
        }
        for (KeptChange change : JSON.readValue(line, KeptChange[].class)) {
          each.accept(change);
        }
        whole = end;
      }
    }
    out.truncate(whole);
    out.position(whole);
    return whole > 0;
  }

  void add(List<KeptChange> changes) throws IOException {
    byte[] line;
    try {
      line = (JSON.writeValueAsString(changes) + "\n").getBytes(StandardCharsets.UTF_8);
    } catch (JsonProcessingException e) {
      throw new IllegalStateException(e);
    }
    ByteBuffer buffer = ByteBuffer.wrap(line);
    while (buffer.hasRemaining()) {
      out.write(buffer);
    }
  }

  private Path of(KeptState state) {
    return bytes.resolve(state.id());
  }

  InputStream open(KeptState state) throws IOException {
    return Files.newInputStream(of(state));
  }

  void drop(KeptState state) throws IOException {
    Files.deleteIfExists(of(state));
  }

  /** Bytes that came, and belong to nothing yet. */
  record ReceivedFile(Path file, long size, String sha256) {
    void discard() throws IOException {
      Files.deleteIfExists(file);
    }
  }

  /** Takes bytes in to their end. */
  ReceivedFile take(InputStream from) throws IOException {
    Path file = Files.createTempFile(incoming, "", ".part");
    try (OutputStream to = Files.newOutputStream(file);
        DigestOutputStream digested =
            new DigestOutputStream(to, MessageDigest.getInstance("SHA-256"))) {
      long size = from.transferTo(digested);
      return new ReceivedFile(
          file, size, HexFormat.of().formatHex(digested.getMessageDigest().digest()));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    } catch (IOException e) {
      Files.deleteIfExists(file);
      throw e;
    }
  }

  void keep(ReceivedFile arrived, KeptState as) throws IOException {
    Files.move(arrived.file(), of(as), StandardCopyOption.ATOMIC_MOVE);
  }

  @Override
  public void close() throws IOException {
    out.close();
  }
}
