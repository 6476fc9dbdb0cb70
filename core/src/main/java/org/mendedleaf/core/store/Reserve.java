package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.drive.Durability;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.StoreLayout;

/**
 * A little room that a store keeps for erasing. What lives on is written before what goes is
 * deleted, so nothing could ever be erased on a full drive; so the reserve is given up first. It is
 * made again in idle moments, once there is room. Safe beside other desks: whoever finds it gone
 * goes on without.
 */
public final class Reserve {

  private static final int BLOCK = 1 << 20;

  /** Room for what is written besides sheaves, as the commit. */
  private static final long BESIDE = 64 << 10;

  /**
   * The largest part of the sheaves' size, and of the drive's free space, that the reserve takes.
   */
  private static final long PART = 20;

  private static final long LEAST = 256 << 10;

  private final StoreLayout layout;
  private final Durability durability;
  private final RandomGenerator random;

  Reserve(StoreLayout layout, Durability durability, RandomGenerator random) {
    this.layout = layout;
    this.durability = durability;
    this.random = random;
  }

  /** Whether something failed because a drive had no room left. */
  public static boolean isFull(IOException e) {
    String message = String.valueOf(e.getMessage()).toLowerCase(Locale.ROOT);
    return message.contains("no space left") || message.contains("quota exceeded");
  }

  /** Bytes that it has; 0 where there is none. */
  public long bytes() throws IOException {
    return Files.exists(layout.reserve()) ? Files.size(layout.reserve()) : 0;
  }

  /**
   * Gives its room back to the drive.
   *
   * @return whether there was any
   */
  public boolean giveWay() throws IOException {
    return Files.deleteIfExists(layout.reserve());
  }

  /** Makes it if it is missing or has become too small, and the drive has plenty. */
  public void keep() throws IOException {
    long wanted = wanted();
    if (bytes() * 2 >= wanted
        || Files.getFileStore(layout.root()).getUsableSpace() / PART < wanted) {
      return;
    }
    Path pending = layout.root().resolve(StoreLayout.RESERVE + StoreLayout.PENDING);
    Files.deleteIfExists(pending);
    try (FileChannel channel = layout.access().create(pending)) {
      // Zeros would take no room on a drive that compresses.
      byte[] block = new byte[BLOCK];
      for (long left = wanted; left > 0; left -= BLOCK) {
        random.nextBytes(block);
        ByteBuffer buffer = ByteBuffer.wrap(block, 0, (int) Math.min(left, BLOCK));
        while (buffer.hasRemaining()) {
          channel.write(buffer);
        }
      }
    }
    durability.replace(pending, layout.reserve());
  }

  /** What erasing from two of the largest sheaves takes, but little beside the store itself. */
  private long wanted() throws IOException {
    long largest = 0;
    long all = 0;
    for (SheafId sheaf : layout.sheavesThere()) {
      long size = Files.size(layout.sheaf(sheaf));
      largest = Math.max(largest, size);
      all += size;
    }
    return Math.min(2 * largest + BESIDE, Math.max(LEAST, all / PART));
  }
}
