package org.mendedleaf.core.compare.readers;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.Opened.Wholeness;

/** Whole contents are whole, and one hurt in its middle is not. */
class OpeningTest {

  private static final int PART = 4096;

  private final Glance glance = new Glance();
  private final Opening opening = new Opening(glance, new Describing(glance, new Authors()));
  private final Kinds kinds = new Kinds();
  private final Random random = new Random(4);

  @ParameterizedTest
  @CsvSource({"cloth.png", "cloth.jpg", "offer.zip"})
  void noiseInTheMiddleIsFound(String name) throws IOException {
    byte[] whole = content(name);
    assertThat(told(name, whole)).isEqualTo(Wholeness.WHOLE);
    for (int i = 0; i < 20; i++) {
      byte[] hurt = whole.clone();
      byte[] noise = new byte[PART];
      random.nextBytes(noise);
      int from = 1024 + random.nextInt(whole.length - PART - 2048);
      System.arraycopy(noise, 0, hurt, from, PART);
      assertThat(told(name, hurt)).as("%s from %d", name, from).isEqualTo(Wholeness.BROKEN);
    }
  }

  @ParameterizedTest
  @CsvSource({"cloth.png", "cloth.jpg", "offer.zip"})
  void aMissingEndIsFound(String name) throws IOException {
    byte[] whole = content(name);
    byte[] cut = java.util.Arrays.copyOf(whole, whole.length * 2 / 3);
    assertThat(told(name, cut)).isEqualTo(Wholeness.BROKEN);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a.json|{\"boat\":\"Kestrel\",\"panels\":[1,2]}|WHOLE",
        "a.json|{\"boat\":\"Kestrel\",\"panels\":[1,2|BROKEN",
        "a.xml|<boat><sail/></boat>|WHOLE",
        "a.xml|<boat><sail></boat>|BROKEN",
        "a.svg|<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0'/></svg>|WHOLE",
        "a.svg|<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0'|BROKEN",
        "a.txt|whatever it says|UNTOLD",
        "a.xml|<!DOCTYPE boat SYSTEM 'boat.dtd'><boat>&sail;</boat>|UNTOLD"
      })
  void whatPeopleTypeIsReadToItsEnd(String name, String text, Wholeness expected)
      throws IOException {
    assertThat(told(name, text.getBytes(UTF_8))).isEqualTo(expected);
  }

  @Test
  void ofWhatIsNotHereAsAWholeNothingIsTold() throws IOException {
    byte[] whole = content("cloth.png");
    Kind kind = kinds.of("cloth.png", whole);
    assertThat(opening.open(kind, new Sample("cloth.png", whole, false)).wholeness())
        .isEqualTo(Wholeness.UNTOLD);
  }

  private Wholeness told(String name, byte[] bytes) throws IOException {
    Kind kind = kinds.of(name, bytes);
    return opening.open(kind, new Sample(name, bytes, true)).wholeness();
  }

  private byte[] content(String name) throws IOException {
    return switch (name) {
      case "cloth.png" -> picture("png");
      case "cloth.jpg" -> picture("jpg");
      default -> zip();
    };
  }

  private static byte[] picture(String format) throws IOException {
    BufferedImage image = new BufferedImage(400, 300, BufferedImage.TYPE_INT_RGB);
    Graphics2D graphics = image.createGraphics();
    Random weave = new Random(2);
    for (int i = 0; i < 9000; i++) {
      graphics.setColor(new Color(180 + weave.nextInt(60), 170 + weave.nextInt(60), 150));
      graphics.drawLine(
          weave.nextInt(400), weave.nextInt(300), weave.nextInt(400), weave.nextInt(300));
    }
    graphics.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    assertThat(ImageIO.write(image, format, out)).isTrue();
    return out.toByteArray();
  }

  private static byte[] zip() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    Random words = new Random(3);
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (int entry = 0; entry < 3; entry++) {
        zip.putNextEntry(new ZipEntry("entry %d.txt".formatted(entry)));
        for (int i = 0; i < 6000; i++) {
          zip.write("%d panels, ".formatted(words.nextInt(100_000)).getBytes(UTF_8));
        }
        zip.closeEntry();
      }
    }
    return bytes.toByteArray();
  }
}
