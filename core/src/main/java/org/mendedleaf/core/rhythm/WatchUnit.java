package org.mendedleaf.core.rhythm;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.session.SavedFile;

/**
 * The unit by which systemd keeps watch for a user from login to logout, as {@code systemd.service}
 * and {@code systemd.syntax} describe it.
 *
 * @param launcher the script that starts the application
 * @param home the application's data
 * @param folder where a user's units lie
 */
public record WatchUnit(Path launcher, Path home, Path folder) {

  /** Its name, for {@code systemctl --user}. */
  public static final String NAME = "mended-leaf-watch.service";

  /**
   * The unit of this machine's user.
   *
   * @throws SentenceException if the application was not started by its launcher
   */
  public static WatchUnit ofThisMachine(Path home) throws SentenceException {
    String launcher = System.getenv("MENDED_LEAF_LAUNCHER");
    if (launcher == null) {
      throw new SentenceException(
          "The unit was not written: it is not known by which command this was started. Start it by mended-leaf.");
    }
    String config = System.getenv("XDG_CONFIG_HOME");
    Path base =
        config == null || config.isBlank()
            ? Path.of(System.getProperty("user.home"), ".config")
            : Path.of(config);
    return new WatchUnit(Path.of(launcher), home, base.resolve("systemd").resolve("user"));
  }

  /** What the unit says. */
  public String text() {
    return """
        [Unit]
        Description=Mended Leaf records what is saved

        [Service]
        ExecStart=%s keep-watch --home %s
        Restart=on-failure
        RestartSec=30

        [Install]
        WantedBy=default.target
        """
        .formatted(quoted(launcher), quoted(home));
  }

  private static String quoted(Path path) {
    String text =
        path.toString()
            .replace("\\", "\\\\")
            .replace("\"", "\\\"")
            .replace("%", "%%")
            .replace("$", "$$");
    return "\"" + text + "\"";
  }

  /**
   * Writes it, in place of an earlier one.
   *
   * @return where it lies
   */
  public Path write() throws IOException {
    Files.createDirectories(folder);
    Path unit = folder.resolve(NAME);
    SavedFile.write(unit, true, out -> out.write(text().getBytes(StandardCharsets.UTF_8)));
    return unit;
  }
}
