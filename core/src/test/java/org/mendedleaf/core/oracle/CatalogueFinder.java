package org.mendedleaf.core.oracle;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Finds the catalogues in a desk's home, for tests that change or read them behind its back. */
public final class CatalogueFinder {

  private static final String BEGIN = "SQLite format 3";

  private CatalogueFinder() {}

  /** All of them; there is at least one. */
  public static List<Path> in(Path home) throws IOException {
    List<Path> found = any(home);
    assertThat(found).isNotEmpty();
    return found;
  }

  /** Those that lie there in plain: none of an encrypted store. */
  static List<Path> any(Path home) throws IOException {
    List<Path> found = new ArrayList<>();
    try (Stream<Path> files = Files.walk(home)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        byte[] bytes = Files.readAllBytes(file);
        if (bytes.length > BEGIN.length()
            && new String(bytes, 0, BEGIN.length(), StandardCharsets.US_ASCII).equals(BEGIN)) {
          found.add(file);
        }
      }
    }
    return found;
  }

  /** Fails if a row of a catalogue, unless that is damaged, refers to one that is not there. */
  static void checkReferences(Path home) throws IOException, SQLException {
    for (Path catalogue : any(home)) {
      try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + catalogue);
          Statement statement = connection.createStatement()) {
        List<String> broken = new ArrayList<>();
        try (ResultSet rows = statement.executeQuery("PRAGMA foreign_key_check")) {
          while (rows.next() && broken.size() < 10) {
            broken.add(rows.getString(1) + " " + rows.getLong(2) + " to " + rows.getString(3));
          }
        }
        assertThat(broken).isEmpty();
      }
    }
  }
}
