package org.mendedleaf.core.store;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.StoredRecord;

/**
 * Compares a file with a list of chunks. Hashing is what takes the time, and chunks can be hashed
 * side by side.
 */
final class FileCheck {

  private static final int CHUNKS_WORTH_A_THREAD = 64;

  private final List<StoredRecord.ChunkEntry> chunks;
  private final long[] starts;
  private final long size;
  private final int workers;

  FileCheck(List<StoredRecord.ChunkEntry> chunks, int workers) {
    this.chunks = chunks;
    this.starts = new long[chunks.size()];
    long at = 0;
    for (int i = 0; i < starts.length; i++) {
      starts[i] = at;
      at += chunks.get(i).length();
    }
    this.size = at;
    this.workers = Math.max(1, Math.min(workers, chunks.size() / CHUNKS_WORTH_A_THREAD));
  }

  /** Whether the file holds exactly these chunks. */
  boolean holds(FileChannel file) throws IOException {
    if (file.size() != size) {
      return false;
    }
    AtomicBoolean same = new AtomicBoolean(true);
    AtomicInteger next = new AtomicInteger();
    if (workers == 1) {
      compare(file, next, same);
    } else {
      inThreads(file, next, same);
    }
    return same.get();
  }

  private void inThreads(FileChannel channel, AtomicInteger next, AtomicBoolean same)
      throws IOException {
    ExecutorService threads = Executors.newFixedThreadPool(workers);
    try {
      List<Future<?>> running = new ArrayList<>();
      for (int i = 0; i < workers; i++) {
        running.add(
            threads.submit(
                () -> {
                  compare(channel, next, same);
                  return null;
                }));
      }
      for (Future<?> worker : running) {
        worker.get();
      }
    } catch (ExecutionException e) {
      if (e.getCause() instanceof IOException io) {
        throw io;
      }
      throw new IllegalStateException(e.getCause());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted while checking", e);
    } finally {
      next.set(chunks.size());
      threads.shutdown();
    }
  }

  private void compare(FileChannel channel, AtomicInteger next, AtomicBoolean same)
      throws IOException {
    for (int i = next.getAndIncrement();
        i < chunks.size() && same.get();
        i = next.getAndIncrement()) {
      StoredRecord.ChunkEntry chunk = chunks.get(i);
      ByteBuffer bytes = ByteBuffer.allocate(chunk.length());
      read(channel, bytes, starts[i]);
      if (!ContentId.hash(bytes.array(), 0, chunk.length()).equals(chunk.id())) {
        same.set(false);
      }
    }
  }

  private static void read(FileChannel channel, ByteBuffer bytes, long from) throws IOException {
    long at = from;
    while (bytes.hasRemaining()) {
      int read = channel.read(bytes, at);
      if (read < 0) {
        throw new EOFException("the file became shorter while it was checked");
      }
      at += read;
    }
  }
}
