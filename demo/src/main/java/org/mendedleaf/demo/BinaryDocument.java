package org.mendedleaf.demo;

import java.util.Arrays;
import java.util.Random;

/** A file of the plotter, of a made-up kind that no reader knows. */
final class BinaryDocument implements Document {

  private byte[] bytes;

  BinaryDocument(int size, Random random) {
    bytes = new byte[size];
    random.nextBytes(bytes);
    byte[] magic = {'L', 'O', 'F', 'T', 0, 7, 1, 0};
    System.arraycopy(magic, 0, bytes, 0, magic.length);
  }

  @Override
  public void work(Random random) {
    byte[] patch = new byte[400 + random.nextInt(1200)];
    random.nextBytes(patch);
    int at = 8 + random.nextInt(bytes.length - patch.length - 8);
    System.arraycopy(patch, 0, bytes, at, patch.length);
    if (random.nextInt(3) == 0) {
      bytes = Arrays.copyOf(bytes, bytes.length + 512);
    }
  }

  @Override
  public byte[] save(String person) {
    return bytes.clone();
  }
}
