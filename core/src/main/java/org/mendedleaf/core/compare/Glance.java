package org.mendedleaf.core.compare;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.apache.tika.detect.DefaultDetector;
import org.apache.tika.metadata.Metadata;
import org.apache.tika.metadata.TikaCoreProperties;

/** Looks at bytes; runs in the child process only. */
final class Glance {

  private static final int SHOWN_TEXT = 200_000;
  private static final int SHOWN_EDGE = 1000;
  private static final long MAX_PIXELS = 60_000_000;
  private static final int UTF8_TAIL = 3;

  private final DefaultDetector detector = new DefaultDetector();
  private final Authors authors = new Authors();

  /**
   * @param complete whether these are all bytes of the content
   */
  Look look(String name, byte[] bytes, boolean complete) throws IOException {
    String kind = kind(name, bytes);
    Optional<Look.Author> author = complete ? authors.of(kind, bytes) : Optional.empty();
    return new Look(kind, author, inside(kind, bytes, complete));
  }

  private String kind(String name, byte[] bytes) throws IOException {
    if (bytes.length == 0) {
      return "application/x-empty";
    }
    Metadata metadata = new Metadata();
    metadata.set(TikaCoreProperties.RESOURCE_NAME_KEY, name);
    return detector.detect(new ByteArrayInputStream(bytes), metadata).getBaseType().toString();
  }

  private Look.Inside inside(String kind, byte[] bytes, boolean complete) {
    if (bytes.length == 0) {
      return new Look.Inside.Nothing("It is empty: 0 bytes.");
    }
    if (kind.startsWith("image/") && !kind.contains("svg")) {
      return picture(bytes, complete);
    }
    Optional<Look.Inside.Text> text = text(bytes, complete);
    return text.isPresent()
        ? text.get()
        : new Look.Inside.Nothing("Files of this kind cannot be shown here yet.");
  }

  private static Look.Inside picture(byte[] bytes, boolean complete) {
    if (!complete) {
      return new Look.Inside.Nothing("The picture is too large to be shown here.");
    }
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        return new Look.Inside.Nothing("Pictures of this kind cannot be shown here yet.");
      }
      ImageReader reader = readers.next();
      reader.setInput(in);
      int width = reader.getWidth(0);
      int height = reader.getHeight(0);
      if ((long) width * height > MAX_PIXELS) {
        return new Look.Inside.Nothing(
            "It says it has %,d x %,d pixels, too many to be shown here.".formatted(width, height));
      }
      BufferedImage image = readWhatIsThere(reader, width, height);
      return new Look.Inside.Picture(png(scaled(image)), width, height);
    } catch (IOException | IllegalArgumentException e) {
      return new Look.Inside.Nothing("It is no whole picture: " + e.getMessage() + ".");
    }
  }

  /** A damaged picture is shown as far as it goes: that is what a person wants to see. */
  private static BufferedImage readWhatIsThere(ImageReader reader, int width, int height)
      throws IOException {
    ImageReadParam into = reader.getDefaultReadParam();
    BufferedImage partial = null;
    try {
      partial = reader.getImageTypes(0).next().createBufferedImage(width, height);
      into.setDestination(partial);
      return reader.read(0, into);
    } catch (IOException e) {
      if (partial == null) {
        throw e;
      }
      return partial;
    }
  }

  private static BufferedImage scaled(BufferedImage image) {
    double scale = Math.min(1, (double) SHOWN_EDGE / Math.max(image.getWidth(), image.getHeight()));
    int width = Math.max(1, (int) (image.getWidth() * scale));
    int height = Math.max(1, (int) (image.getHeight() * scale));
    BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = small.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
    g.drawImage(image, 0, 0, width, height, null);
    g.dispose();
    return small;
  }

  private static byte[] png(BufferedImage image) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  private static Optional<Look.Inside.Text> text(byte[] bytes, boolean complete) {
    int end = bytes.length;
    for (byte b : bytes) {
      if (b >= 0 && b < 32 && b != '\t' && b != '\n' && b != '\r' && b != '\f') {
        return utf16(bytes, complete);
      }
    }
    // Where the bytes were cut off, the last character may be incomplete.
    for (int tail = 0; tail <= (complete ? 0 : UTF8_TAIL); tail++) {
      Optional<String> utf8 = decode(bytes, 0, end - tail, StandardCharsets.UTF_8);
      if (utf8.isPresent()) {
        return Optional.of(shown(utf8.get(), "UTF-8", complete));
      }
    }
    return decode(bytes, 0, end, Charset.forName("windows-1252"))
        .map(text -> shown(text, "Windows-1252", complete));
  }

  private static Optional<Look.Inside.Text> utf16(byte[] bytes, boolean complete) {
    if (bytes.length < 2) {
      return Optional.empty();
    }
    int mark = (bytes[0] & 0xff) << 8 | (bytes[1] & 0xff);
    if (mark != 0xFEFF && mark != 0xFFFE) {
      return Optional.empty();
    }
    return decode(bytes, 0, bytes.length & ~1, StandardCharsets.UTF_16)
        .map(text -> shown(text, "UTF-16", complete));
  }

  private static Look.Inside.Text shown(String text, String encoding, boolean complete) {
    String body = text.startsWith("\uFEFF") ? text.substring(1) : text;
    boolean whole = complete && body.length() <= SHOWN_TEXT;
    return new Look.Inside.Text(
        body.length() <= SHOWN_TEXT ? body : body.substring(0, SHOWN_TEXT), encoding, whole);
  }

  private static Optional<String> decode(byte[] bytes, int from, int to, Charset charset) {
    try {
      CharBuffer chars =
          charset
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes, from, to - from));
      return Optional.of(chars.toString());
    } catch (CharacterCodingException e) {
      return Optional.empty();
    }
  }
}
