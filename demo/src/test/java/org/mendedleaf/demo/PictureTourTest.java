package org.mendedleaf.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.frame.WindowRobot;

/** The walk through the window that keeps the pictures of the documents current. */
class PictureTourTest extends WindowRobot {

  @TempDir Path base;
  private Office office;

  @AfterEach
  void closeAll() throws Exception {
    close();
    office.close();
  }

  @Test
  void everyMainViewIsPicturedAtTheSizeThatWasAskedFor() throws Exception {
    office = Office.open(SharedDemo.get().settings(DemoOffice.frozenClock()));
    show(office);

    new PictureTour(window(), base.resolve("pictures"), Set.of(), Duration.ofMillis(300))
        .run(1280, 800);

    List<Path> pictures;
    try (Stream<Path> files = Files.list(base.resolve("pictures"))) {
      pictures = files.toList();
    }
    assertThat(pictures).hasSizeGreaterThanOrEqualTo(10);
    for (Path picture : pictures) {
      BufferedImage image = ImageIO.read(picture.toFile());
      assertThat(image.getWidth()).isEqualTo(1280);
      assertThat(colours(image)).as("%s is no empty sheet", picture).isGreaterThan(20);
    }
  }

  private static long colours(BufferedImage image) {
    return java.util.Arrays.stream(
            image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth()))
        .distinct()
        .count();
  }
}
