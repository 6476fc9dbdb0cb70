package org.mendedleaf.core.store.format;

import com.github.luben.zstd.Zstd;
import com.github.luben.zstd.ZstdCompressCtx;
import java.io.Closeable;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Compresses one block after another as {@link Compression#compress} does, and keeps what it works
 * with in between: to make that anew for each block takes a tenth of the time. For one thread; what
 * it keeps lies outside the heap, so it has to be closed.
 */
public final class Compressor implements Closeable {

  private @Nullable ZstdCompressCtx context;
  private byte[] packed = new byte[0];

  public byte[] compress(byte[] plain) {
    if (context == null) {
      context = new ZstdCompressCtx();
      context.setLevel(Compression.LEVEL).setContentSize(true);
    }
    int bound = Math.toIntExact(Zstd.compressBound(plain.length));
    if (packed.length < bound) {
      packed = new byte[bound];
    }
    int length = context.compressByteArray(packed, 0, packed.length, plain, 0, plain.length);
    return Arrays.copyOf(packed, length);
  }

  /** May be used again afterwards. */
  @Override
  public void close() {
    if (context != null) {
      context.close();
      context = null;
      packed = new byte[0];
    }
  }
}
