package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.tray.RunReceipt;

/** What a file system can say of a file comes back as it was, or the receipt says what did not. */
class TimesAndLinksTest {

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void aDesk() throws Exception {
    desk = new TestDesk(base);
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private RunReceipt recover(Path to) throws Exception {
    Pick all = new Pick.OfMoment(InnerPath.ROOT, new Moment.At(desk.clock().instant()));
    return desk.office()
        .recoveries()
        .run(desk.tray(Handling.IN_PLACE.to(new Destination.Folder(to)), all), Progress.NONE);
  }

  private static void touch(Path file, String instant) throws Exception {
    Instant at = Instant.parse(instant);
    Process touch = new ProcessBuilder("touch", "-d", instant, file.toString()).inheritIO().start();
    assertThat(touch.waitFor()).isZero();
    assertThat(Files.getLastModifiedTime(file).toInstant()).isEqualTo(at);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "2026-03-01T10:00:00.123456789Z",
        "1970-01-01T00:00:00Z",
        "1969-12-31T23:59:58Z",
        "2300-01-01T00:00:00.123456Z"
      })
  void aTimeComesBackToTheNanosecond(String instant) throws Exception {
    touch(desk.write("old.txt", "x"), instant);
    desk.capture();
    assertThat(desk.life("old.txt").newest().state().modified()).isEqualTo(Instant.parse(instant));
    RunReceipt receipt = recover(base.resolve("out"));
    assertThat(receipt.isPartial()).isFalse();
    assertThat(Files.getLastModifiedTime(base.resolve("out/old.txt")).toInstant())
        .isEqualTo(Instant.parse(instant));
    assertThat(receipt.lines()).allMatch(line -> line.item().why().isEmpty());
  }

  @ParameterizedTest
  @ValueSource(strings = {"1960-05-04T03:02:01.5Z", "1969-12-31T23:59:59.000000001Z"})
  void aTimeThatCannotBeSetExactlyIsSaid(String instant) throws Exception {
    touch(desk.write("old.txt", "x"), instant);
    desk.capture();
    assertThat(desk.life("old.txt").newest().state().modified()).isEqualTo(Instant.parse(instant));
    RunReceipt receipt = recover(base.resolve("out"));
    assertThat(receipt.isPartial()).isFalse();
    assertThat(base.resolve("out/old.txt")).hasContent("x");
    assertThat(receipt.lines())
        .anyMatch(
            line ->
                line.item().outcome() == ReceiptItem.Outcome.RECOVERED
                    && line.item().why().contains("could only be set to"));
    assertThat(Files.getLastModifiedTime(base.resolve("out/old.txt")).toInstant())
        .isBetween(Instant.parse(instant).minusSeconds(1), Instant.parse(instant));
  }

  @Test
  void aLinkWhoseTargetIsNoUtf8ComesBackByteForByte() throws Exception {
    // "mât" in an older encoding, once relative and once absolute.
    for (String target : new String[] {"../m%E2t/plan", "/srv/m%E2t"}) {
      Path link = desk.file("link" + target.length());
      Path raw =
          Path.of(URI.create("file:///" + (target.startsWith("/") ? target.substring(1) : target)));
      Files.createSymbolicLink(
          link, target.startsWith("/") ? raw : raw.subpath(0, raw.getNameCount()));
    }
    desk.capture();
    recover(base.resolve("out"));
    for (String name : new String[] {"link13", "link10"}) {
      Path before = Files.readSymbolicLink(desk.file(name));
      Path after = Files.readSymbolicLink(base.resolve("out").resolve(name));
      assertThat(after).as(name).isEqualTo(before);
      assertThat(after.toString()).contains("\uFFFD");
    }
    assertThat(desk.office().shelves().browse(desk.shelf(), InnerPath.ROOT))
        .allMatch(row -> row.standing().name().equals("RECORDED"));
  }

  @Test
  void aFolderComesBackWithItsTimesAndPermissions() throws Exception {
    Path closed = desk.write("closed/in/a.txt", "x").getParent().getParent();
    Files.setPosixFilePermissions(closed, PosixFilePermissions.fromString("rwx--x---"));
    FileTime time = FileTime.from(Instant.parse("2025-05-05T05:05:05.123456Z"));
    Files.setLastModifiedTime(closed, time);
    desk.capture();
    recover(base.resolve("out"));
    Path out = base.resolve("out/closed");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(out)))
        .isEqualTo("rwx--x---");
    assertThat(Files.getLastModifiedTime(out, LinkOption.NOFOLLOW_LINKS)).isEqualTo(time);
  }

  /** Between being made and getting their own permissions, files are nobody else's to read. */
  @Test
  void permissionsComeBackAndAFileWithoutAnyGetsThoseOfItsFolder() throws Exception {
    Path secret = desk.write("secret.txt", "x");
    Files.setPosixFilePermissions(secret, PosixFilePermissions.fromString("rw-------"));
    Path shared = desk.write("shared.txt", "y");
    Files.setPosixFilePermissions(shared, PosixFilePermissions.fromString("rw-rw-r--"));
    desk.capture();
    recover(base.resolve("out"));
    assertThat(Files.getPosixFilePermissions(base.resolve("out/secret.txt")))
        .isEqualTo(PosixFilePermissions.fromString("rw-------"));
    assertThat(Files.getPosixFilePermissions(base.resolve("out/shared.txt")))
        .isEqualTo(PosixFilePermissions.fromString("rw-rw-r--"));
  }
}
