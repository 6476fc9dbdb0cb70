package org.mendedleaf.core.compare;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.IOException;
import org.mendedleaf.core.compare.Comparison.Area;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.inside.Shares;
import org.mendedleaf.core.compare.readers.Pictures;

/** Compares two pictures, pixel by pixel where they have the same size. */
final class PictureComparison {

  /** Smaller steps of a colour channel, out of 255, come from saving alone and are not seen. */
  private static final int SEEN = 12;

  private static final Color CHANGED = new Color(0x2F5E4C);
  private static final double PALE = 0.75;

  private final Pictures.DecodedPicture earlier;
  private final Pictures.DecodedPicture later;

  PictureComparison(Pictures.DecodedPicture earlier, Pictures.DecodedPicture later) {
    this.earlier = earlier;
    this.later = later;
  }

  /**
   * What was found.
   *
   * @param summary empty if no pixel differs so that it is seen
   */
  record ComparedPictures(
      String summary, BufferedImage first, BufferedImage second, BufferedImage shown, Area area) {

    /** The form in which it is sent; encoding takes longer than comparing. */
    Difference.Pictures pictures() throws IOException {
      return new Difference.Pictures(
          Pictures.png(first),
          Pictures.png(second),
          Pictures.png(shown),
          first.getWidth(),
          first.getHeight(),
          area);
    }
  }

  ComparedPictures compare() {
    boolean sameSize = earlier.width() == later.width() && earlier.height() == later.height();
    // Compared at the size that is shown: both states at the same place, none stretched.
    int width = Math.max(earlier.image().getWidth(), later.image().getWidth());
    int height = Math.max(earlier.image().getHeight(), later.image().getHeight());
    double scale = Math.min(1, (double) Pictures.SHOWN_EDGE / Math.max(width, height));
    BufferedImage first = on(earlier.image(), width, height, scale);
    BufferedImage second = on(later.image(), width, height, scale);
    BufferedImage shown =
        new BufferedImage(first.getWidth(), first.getHeight(), BufferedImage.TYPE_INT_RGB);
    int[] box = {Integer.MAX_VALUE, Integer.MAX_VALUE, -1, -1};
    long changed = mark(first, second, shown, box);
    long all = (long) first.getWidth() * first.getHeight();
    Area area =
        changed == 0
            ? new Area(0, 0, 0, 0)
            : new Area(box[0], box[1], box[2] - box[0] + 1, box[3] - box[1] + 1);
    return new ComparedPictures(told(sameSize, changed, all), first, second, shown, area);
  }

  private String told(boolean sameSize, long changed, long all) {
    String size =
        sameSize
            ? ""
            : "%,d × %,d pixels instead of %,d × %,d"
                .formatted(later.width(), later.height(), earlier.width(), earlier.height());
    String cutOff = later.whole() ? "" : "cut off";
    String share = changed == 0 || !sameSize ? "" : Shares.told(changed, all) + " of the picture";
    return java.util.stream.Stream.of(cutOff, size, share)
        .filter(part -> !part.isEmpty())
        .collect(java.util.stream.Collectors.joining(", "));
  }

  private static BufferedImage on(BufferedImage image, int width, int height, double scale) {
    BufferedImage ground =
        new BufferedImage(
            Math.max(1, (int) Math.round(width * scale)),
            Math.max(1, (int) Math.round(height * scale)),
            BufferedImage.TYPE_INT_ARGB);
    boolean asItIs =
        image.getType() == BufferedImage.TYPE_INT_ARGB
            && image.getWidth() == ground.getWidth()
            && image.getHeight() == ground.getHeight();
    if (asItIs) {
      return image;
    }
    int w = Math.max(1, (int) Math.round(image.getWidth() * scale));
    int h = Math.max(1, (int) Math.round(image.getHeight() * scale));
    var g = ground.createGraphics();
    g.drawImage(Pictures.sized(image, w, h), 0, 0, null);
    g.dispose();
    return ground;
  }

  private static long mark(
      BufferedImage first, BufferedImage second, BufferedImage shown, int[] box) {
    long changed = 0;
    int width = first.getWidth();
    int[] before = new int[width];
    int[] after = new int[width];
    int[] line = new int[width];
    for (int y = 0; y < first.getHeight(); y++) {
      // Line by line: asking for one pixel at a time takes longer than everything else here.
      first.getRaster().getDataElements(0, y, width, 1, before);
      second.getRaster().getDataElements(0, y, width, 1, after);
      for (int x = 0; x < width; x++) {
        boolean differs = before[x] != after[x] && differs(before[x], after[x]);
        line[x] = differs ? CHANGED.getRGB() : pale(after[x]);
        if (differs) {
          changed++;
          box[0] = Math.min(box[0], x);
          box[1] = Math.min(box[1], y);
          box[2] = Math.max(box[2], x);
          box[3] = Math.max(box[3], y);
        }
      }
      shown.getRaster().setDataElements(0, y, width, 1, line);
    }
    return changed;
  }

  private static boolean differs(int before, int after) {
    for (int shift = 0; shift <= 24; shift += 8) {
      if (Math.abs((before >> shift & 0xff) - (after >> shift & 0xff)) > SEEN) {
        return true;
      }
    }
    return false;
  }

  private static int pale(int argb) {
    int alpha = argb >>> 24;
    int grey = ((argb >> 16 & 0xff) * 3 + (argb >> 8 & 0xff) * 6 + (argb & 0xff)) / 10;
    int opaque = (grey * alpha + 255 * (255 - alpha)) / 255;
    int light = (int) (255 - (255 - opaque) * (1 - PALE));
    return light << 16 | light << 8 | light;
  }
}
