package org.mendedleaf.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * Captures successive releases of a package one over the other, then takes every state of every
 * file back with {@code show} and with {@code mend}, and compares its SHA-256 with the one taken
 * before.
 */
public final class Releases {

  private final Path base;
  private final Path work;
  private final Office office;
  // By path: the hashes of its states in the order in which they were captured.
  private final Map<String, List<String>> states = new TreeMap<>();
  private Map<String, String> lying = Map.of();

  private Releases(Path base, Office office) {
    this.base = base;
    this.work = base.resolve("work");
    this.office = office;
  }

  /**
   * @param args a folder with the releases r0, r1 …; work, store and home are made beside them
   */
  public static void main(String[] args) throws Exception {
    Path base = Path.of(args[0]);
    OfficeSettings settings = OfficeSettings.ofThisMachine(base.resolve("home"));
    try (Office office = Office.open(settings)) {
      new Releases(base, office).run();
    }
  }

  private void run() throws Exception {
    Files.createDirectories(work);
    command("store", "make", "store");
    command("shelf", "add", "work", "--store", "store", "--name", "W");
    int number = 0;
    for (; Files.exists(base.resolve("r" + number)); number++) {
      lay(base.resolve("r" + number), number);
      command("capture", "W");
    }
    System.out.printf("store %d bytes%n", bytesIn(base.resolve("store")));
    // Pressed later, before anything else is done in it.
    Pressed.copy(base.resolve("store"), base.resolve("pressed"));
    int shown = 0;
    int mended = 0;
    for (Map.Entry<String, List<String>> file : states.entrySet()) {
      FileLife life = office.files().life(office.addresses().file("W:" + file.getKey(), base));
      if (life.revisions().size() != file.getValue().size()) {
        throw new IOException(
            "%s has %d revisions for %d states"
                .formatted(file.getKey(), life.revisions().size(), file.getValue().size()));
      }
      int first = life.revisions().get(0).number();
      for (int i = 0; i < file.getValue().size(); i++) {
        String revision = String.valueOf(first + i);
        same(file, i, command("show", "W:" + file.getKey(), "--revision", revision), "show");
        shown++;
        boolean current = i == file.getValue().size() - 1 && life.file().present();
        if (!current) {
          command("mend", "W:" + file.getKey(), "--revision", revision);
          same(file, i, Files.readAllBytes(work.resolve(file.getKey())), "mend");
          mended++;
        }
      }
    }
    System.out.printf(
        "%d releases: %d states of %d files are the same bit for bit by show, %d by mend%n",
        number, shown, states.size(), mended);
  }

  private static void same(
      Map.Entry<String, List<String>> file, int state, byte[] bytes, String how)
      throws IOException {
    if (!hash(bytes).equals(file.getValue().get(state))) {
      throw new IOException(
          "state %d of %s came back differently by %s".formatted(state, file.getKey(), how));
    }
  }

  /** Puts a release into the place of the one before. */
  private void lay(Path release, int number) throws IOException {
    empty(work);
    Map<String, String> hashes = new HashMap<>();
    try (Stream<Path> files = Files.walk(release)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String path = release.relativize(file).toString();
        Path target = work.resolve(path);
        Files.createDirectories(target.getParent());
        Files.copy(file, target);
        Files.setLastModifiedTime(
            target, FileTime.from(Instant.parse("2026-01-01T00:00:00Z").plusSeconds(number)));
        hashes.put(path, hash(Files.readAllBytes(file)));
      }
    }
    // A path that returns gets a revision even with equal content.
    hashes.forEach(
        (path, hash) -> {
          if (!hash.equals(lying.get(path))) {
            states.computeIfAbsent(path, p -> new ArrayList<>()).add(hash);
          }
        });
    lying = hashes;
  }

  private static long bytesIn(Path folder) throws IOException {
    long bytes = 0;
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        bytes += Files.size(file);
      }
    }
    return bytes;
  }

  private static void empty(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        if (!file.equals(folder)) {
          Files.delete(file);
        }
      }
    }
  }

  private byte[] command(String... words) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    Terminal terminal =
        new Terminal(
            new PrintStream(out, true, StandardCharsets.UTF_8),
            new PrintStream(err, true, StandardCharsets.UTF_8),
            base);
    int exit = MendedLeafCommand.run(terminal, (settings, work) -> work.in(office), words);
    if (exit != Exit.DONE) {
      throw new IOException(String.join(" ", words) + ": " + err);
    }
    return out.toByteArray();
  }

  private static String hash(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }
}
