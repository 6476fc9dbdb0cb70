package org.mendedleaf.demo;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** An offer for the web pages as JSON. */
final class JsonDocument implements Document {

  private final String boat;
  private final List<String> lines = new ArrayList<>();

  JsonDocument(String boat, Random random) {
    this.boat = boat;
    for (int i = 0; i < 8 + random.nextInt(6); i++) {
      lines.add(line(random));
    }
  }

  @Override
  public void work(Random random) {
    lines.set(random.nextInt(lines.size()), line(random));
  }

  @Override
  public byte[] save(String person) {
    return ("{\"boat\":\"" + boat + "\",\"lines\":[\n" + String.join(",\n", lines) + "\n]}\n")
        .getBytes(StandardCharsets.UTF_8);
  }

  private static String line(Random random) {
    return "{\"cloth\":\"%s\",\"metres\":%d,\"price\":%d}"
        .formatted(
            Loft.CLOTHS.get(random.nextInt(Loft.CLOTHS.size())),
            10 + random.nextInt(90),
            300 + random.nextInt(5000));
  }
}
