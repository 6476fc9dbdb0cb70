package org.mendedleaf.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;

/**
 * A folder of mixed files from a seed: by bytes, a third text of made-up words, a third noise as in
 * pictures and archives, a third tables; by count mostly small files.
 */
final class MixedFolder {

  private static final String[] WORDS = words();

  private MixedFolder() {}

  static void fill(Path folder, long bytes, long seed) throws IOException {
    Random random = new Random(seed);
    long written = 0;
    for (int i = 0; written < bytes; i++) {
      // Sizes spread evenly over powers of two: many small ones, most bytes in large ones.
      int size = (int) Math.pow(2, 8 + random.nextDouble() * 15);
      byte[] content =
          switch (i % 3) {
            case 0 -> text(random, size);
            case 1 -> noise(random, size);
            default -> table(random, size);
          };
      Path file = folder.resolve("d" + i / 100).resolve("f" + i);
      Files.createDirectories(file.getParent());
      Files.write(file, content);
      written += content.length;
    }
  }

  private static byte[] text(Random random, int size) {
    StringBuilder text = new StringBuilder(size + 20);
    while (text.length() < size) {
      text.append(WORDS[(int) (Math.abs(random.nextGaussian()) * 400) % WORDS.length]);
      text.append(random.nextInt(12) == 0 ? '\n' : ' ');
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] table(Random random, int size) {
    StringBuilder text = new StringBuilder(size + 40);
    for (int row = 0; text.length() < size; row++) {
      text.append(row).append(',').append(random.nextInt(100_000)).append(",C7 white\n");
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] noise(Random random, int size) {
    byte[] bytes = new byte[size];
    random.nextBytes(bytes);
    return bytes;
  }

  private static String[] words() {
    Random random = new Random(1);
    String[] words = new String[3000];
    for (int i = 0; i < words.length; i++) {
      StringBuilder word = new StringBuilder();
      for (int k = 2 + random.nextInt(8); k > 0; k--) {
        word.append((char) ('a' + random.nextInt(26)));
      }
      words[i] = word.toString();
    }
    return words;
  }
}
