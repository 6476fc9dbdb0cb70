package org.mendedleaf.demo;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** A file of the plotter, of a made-up kind that no reader knows: names and curves in binary. */
final class PlotterFile implements Document {

  private static final int POINTS = 40;

  private final String title;
  private final List<float[]> curves = new ArrayList<>();

  PlotterFile(String title, Random random) {
    this.title = title;
    for (int i = 0; i < 24 + random.nextInt(12); i++) {
      curves.add(curve(random));
    }
  }

  @Override
  public void work(Random random) {
    for (int i = 1 + random.nextInt(3); i > 0; i--) {
      if (random.nextInt(4) == 0) {
        curves.add(random.nextInt(curves.size()), curve(random));
      } else {
        curves.set(random.nextInt(curves.size()), curve(random));
      }
    }
  }

  @Override
  public byte[] save(String person) {
    ByteBuffer out = ByteBuffer.allocate(256 + curves.size() * (16 + POINTS * 4));
    out.put(new byte[] {'L', 'O', 'F', 'T', 0, 7, 1, 0});
    text(out, title);
    text(out, person);
    out.putInt(curves.size());
    for (int i = 0; i < curves.size(); i++) {
      text(out, "curve" + i);
      for (float value : curves.get(i)) {
        out.putFloat(value);
      }
    }
    byte[] bytes = new byte[out.position()];
    out.flip().get(bytes);
    return bytes;
  }

  private static void text(ByteBuffer out, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.put((byte) bytes.length).put(bytes);
  }

  private static float[] curve(Random random) {
    float[] curve = new float[POINTS];
    for (int i = 0; i < curve.length; i++) {
      curve[i] = random.nextFloat() * 9000;
    }
    return curve;
  }
}
