package org.mendedleaf.desktop.frame;

import atlantafx.base.theme.PrimerLight;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Properties;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.text.Font;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.desktop.work.jobs.Background;

/**
 * Day or night, and the size of the text. Remembered in the home; a setting that cannot be read or
 * written costs nothing but itself.
 */
public final class Looks {

  private static final String TYPEFACES = "/org/mendedleaf/core/fonts/";
  private static final String BASE = "/org/mendedleaf/desktop/";
  private static final List<String> FONTS =
      List.of(
          "HankenGrotesk_400Regular.ttf",
          "HankenGrotesk_600SemiBold.ttf",
          "HankenGrotesk_700Bold.ttf");
  private static final int NORMAL = 13;

  /** Packages whose pages look like nothing else, after what all have in common. */
  private static final List<String> AREAS =
      List.of(
          "frame",
          "work",
          "drawings",
          "shelves",
          "file",
          "inside",
          "sides",
          "moment",
          "tray",
          "erase",
          "gather",
          "plan");

  private final Scene scene;
  private final Path file;
  private final Background background;
  private boolean night;
  private int size = NORMAL;

  /** Reads one small file, before the window shows. */
  Looks(Scene scene, Path home, Background background) {
    this.scene = scene;
    this.background = background;
    this.file = home.resolve("looks.properties");
    loadFonts();
    Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
    load();
    apply();
  }

  /** Fonts and base looks for scenes made elsewhere too. */
  private static void loadFonts() {
    for (String font : FONTS) {
      try (InputStream in = Looks.class.getResourceAsStream(TYPEFACES + font)) {
        Font.loadFont(in, NORMAL);
      } catch (IOException e) {
        throw new IllegalStateException("a font of the application is missing: " + font, e);
      }
    }
  }

  public void toggleNight() {
    night = !night;
    apply();
    save();
  }

  /** Makes all text larger or smaller. */
  public void scale(int steps) {
    size = Math.max(10, Math.min(22, size + steps));
    apply();
    save();
  }

  private void apply() {
    List<String> sheets = new ArrayList<>();
    sheets.add(sheet("frame/tokens.css"));
    if (night) {
      sheets.add(sheet("frame/night.css"));
    }
    AREAS.forEach(area -> sheets.add(sheet(area + "/look.css")));
    scene.getStylesheets().setAll(sheets);
    scene.getRoot().setStyle("-fx-font-size: " + size + "px;");
  }

  private static String sheet(String name) {
    return Objects.requireNonNull(Looks.class.getResource(BASE + name), name).toExternalForm();
  }

  private void load() {
    Properties properties = new Properties();
    if (Files.exists(file)) {
      try (InputStream in = Files.newInputStream(file)) {
        properties.load(in);
      } catch (IOException | IllegalArgumentException e) {
        properties.clear();
      }
    }
    night = Boolean.parseBoolean(properties.getProperty("night", "false"));
    try {
      size = Integer.parseInt(properties.getProperty("size", String.valueOf(NORMAL)));
    } catch (NumberFormatException e) {
      size = NORMAL;
    }
  }

  private void save() {
    String text = "night=%s%nsize=%d%n".formatted(night, size);
    // If it fails, the next start looks as before; nothing else depends on it.
    background.ask(
        () -> {
          DeskFile.at(file).write(text);
          return file;
        },
        saved -> {},
        problem -> {});
  }
}
