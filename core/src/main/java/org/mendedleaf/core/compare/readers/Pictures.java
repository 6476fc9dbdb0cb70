package org.mendedleaf.core.compare.readers;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.UnreadableException;

/**
 * Decodes pictures. Their size is read from the header before anything else, and large ones are
 * decoded with fewer pixels.
 */
public final class Pictures {

  public static final int SHOWN_EDGE = 1000;

  private static final long MAX_PIXELS = 200_000_000;
  private static final long DECODED_PIXELS = 6_000_000;

  /**
   * A decoded picture.
   *
   * @param image the picture, perhaps with fewer pixels
   * @param width of the original in pixels
   * @param height of the original in pixels
   * @param whole false where the file is cut off
   */
  public record DecodedPicture(BufferedImage image, int width, int height, boolean whole) {}

  DecodedPicture decode(byte[] bytes) throws UnreadableException {
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        throw new UnreadableException("Its header is no picture's, so it cannot be shown.");
      }
      ImageReader reader = readers.next();
      // Metadata after the damage must not keep what is before it from being seen.
      reader.setInput(in, true, true);
      int width = reader.getWidth(0);
      int height = reader.getHeight(0);
      if ((long) width * height > MAX_PIXELS) {
        throw new UnreadableException(
            "It says it has %,d × %,d pixels, too many to be shown here.".formatted(width, height));
      }
      return decode(reader, width, height);
    } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
      throw new UnreadableException("It is no whole picture: " + Sentences.reason(e) + ".");
    }
  }

  /** A damaged picture is decoded as far as possible: that is what a person wants to see. */
  private static DecodedPicture decode(ImageReader reader, int width, int height)
      throws IOException {
    int step = 1;
    while ((long) width * height / ((long) step * step) > DECODED_PIXELS) {
      step++;
    }
    ImageReadParam into = reader.getDefaultReadParam();
    into.setSourceSubsampling(step, step, 0, 0);
    BufferedImage image =
        reader
            .getImageTypes(0)
            .next()
            .createBufferedImage((width + step - 1) / step, (height + step - 1) / step);
    into.setDestination(image);
    try {
      return new DecodedPicture(reader.read(0, into), width, height, true);
    } catch (IOException e) {
      return new DecodedPicture(image, width, height, false);
    }
  }

  static BufferedImage scaled(BufferedImage image, int edge) {
    double scale = Math.min(1, (double) edge / Math.max(image.getWidth(), image.getHeight()));
    return sized(
        image,
        Math.max(1, (int) Math.round(image.getWidth() * scale)),
        Math.max(1, (int) Math.round(image.getHeight() * scale)));
  }

  public static BufferedImage sized(BufferedImage image, int width, int height) {
    BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = small.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
    g.drawImage(image, 0, 0, width, height, null);
    g.dispose();
    return small;
  }

  public static byte[] png(BufferedImage image) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }
}
