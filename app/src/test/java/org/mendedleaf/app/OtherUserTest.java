package org.mendedleaf.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.File;
import java.io.IOException;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/**
 * What another user of the machine may and may not. Rights mean nothing to root, so these run the
 * program as a user who has none; where the tests are not run by root, who alone can do that, they
 * are left out.
 */
@Timeout(180)
class OtherUserTest {

  private static final String NOBODY = "65534";

  @TempDir static Path shared;
  @TempDir Path base;

  @BeforeAll
  static void classesThatEverybodyMayRead() throws Exception {
    assumeTrue("root".equals(System.getProperty("user.name")), "run by root");
    open(shared);
    int number = 0;
    for (String entry : System.getProperty("java.class.path").split(File.pathSeparator, -1)) {
      Path from = Path.of(entry);
      if (Files.exists(from)) {
        copy(from, shared.resolve("cp" + number++ + "-" + from.getFileName()));
      }
    }
  }

  private static void copy(Path from, Path to) throws IOException {
    Files.walkFileTree(
        from,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes)
              throws IOException {
            Files.createDirectories(to.resolve(from.relativize(dir).toString()));
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            Path target = file.equals(from) ? to : to.resolve(from.relativize(file).toString());
            Files.copy(file, target, StandardCopyOption.REPLACE_EXISTING);
            return FileVisitResult.CONTINUE;
          }
        });
  }

  private static void open(Path folder) throws IOException {
    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
  }

  @BeforeEach
  void aShelfOfRoots() throws Exception {
    open(base);
    Files.createDirectories(base.resolve("work"));
    Path secret = Files.writeString(base.resolve("work/secret.txt"), "wages");
    Files.setPosixFilePermissions(secret, PosixFilePermissions.fromString("rw-------"));
    Files.writeString(base.resolve("work/plan.txt"), "good plan");
    done(root("store", "make", "store"));
    done(root("shelf", "add", "work", "--store", "store", "--name", "W"));
    done(root("capture"));
    Files.createDirectories(base.resolve("theirs"));
    run(List.of("chown", NOBODY, base.resolve("theirs").toString()));
  }

  private record Ran(int exit, String out, String err) {}

  private static void done(Ran ran) {
    assertThat(ran.exit()).as(ran.err()).isZero();
  }

  private Ran run(List<String> command) throws Exception {
    Path out = Files.createTempFile(shared, "out", ".txt");
    Path err = Files.createTempFile(shared, "err", ".txt");
    Process process =
        new ProcessBuilder(command)
            .directory(base.toFile())
            .redirectOutput(out.toFile())
            .redirectError(err.toFile())
            .start();
    assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
    return new Ran(process.exitValue(), Files.readString(out), Files.readString(err));
  }

  private static List<String> java(String main, String... words) throws IOException {
    List<String> paths = new ArrayList<>();
    try (Stream<Path> all = Files.list(shared)) {
      all.map(Path::toString).filter(path -> path.contains("/cp")).forEach(paths::add);
    }
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-cp",
                String.join(File.pathSeparator, paths),
                main));
    command.addAll(List.of(words));
    return command;
  }

  private Ran root(String... words) throws Exception {
    List<String> command = java(Main.class.getName(), words);
    command.addAll(List.of("--home", base.resolve("home").toString()));
    return run(command);
  }

  private static List<String> asNobody(List<String> command) {
    List<String> all =
        new ArrayList<>(
            List.of("setpriv", "--reuid=" + NOBODY, "--regid=" + NOBODY, "--clear-groups", "--"));
    all.addAll(command);
    return all;
  }

  private Ran nobody(String... words) throws Exception {
    List<String> command = java(Main.class.getName(), words);
    command.addAll(List.of("--home", base.resolve("theirs/home").toString()));
    return run(asNobody(command));
  }

  @Test
  void nobodyElseCanReadWhatIsRecordedOrWhatADeskKeeps() throws Exception {
    Ran found = run(asNobody(List.of("find", "store", "home", "-readable")));
    assertThat(found.out()).isEmpty();
    Ran catalogue = run(asNobody(List.of("ls", "home/catalogues")));
    assertThat(catalogue.exit()).isNotZero();
    assertThat(nobody("store", "open", "store").exit()).isNotZero();

    done(root("recover", "W", "--to", "out"));
    Ran secret = run(asNobody(List.of("cat", "out/secret.txt")));
    assertThat(secret.exit()).isNotZero();
    assertThat(secret.out()).isEmpty();
  }

  @Test
  void aStoreThatCanOnlyBeReadIsLookedAtCopiedOutAndVerified() throws Exception {
    run(List.of("chmod", "-R", "a+rX", "store"));
    done(nobody("store", "open", "store"));
    assertThat(nobody("tree", "W").out()).contains("plan.txt").contains("secret.txt");
    assertThat(nobody("show", "W:plan.txt", "--revision", "first").out()).isEqualTo("good plan");
    assertThat(nobody("history", "W:plan.txt").exit()).isZero();
    Ran out = nobody("recover", "W", "--to", "theirs/out");
    done(out);
    assertThat(out.out()).contains("can only be read");
    assertThat(base.resolve("theirs/out/plan.txt")).hasContent("good plan");
    done(nobody("copy-out", "W:plan.txt", "--revision", "first", "--to", "theirs/copies"));
    done(nobody("verify", "--content", "--store", "store"));

    Ran note = nobody("note", "W:plan.txt", "--revision", "first", "mine");
    assertThat(note.exit()).isEqualTo(1);
    assertThat(note.err()).contains("can only be read").doesNotContain("Exception");
    done(root("verify", "--content", "--store", "store"));
  }

  @Test
  void aBadStoreHidesNoOthers() throws Exception {
    done(root("store", "make", "other"));
    Files.createDirectories(base.resolve("more"));
    done(root("shelf", "add", "more", "--store", "other", "--name", "More"));
    for (String copy : List.of("other/store.json", "other/twin/store.json")) {
      Files.writeString(base.resolve(copy), "{");
    }
    Ran list = root("shelf", "list");
    assertThat(list.exit()).isZero();
    assertThat(list.out()).contains("W");
    assertThat(list.err()).contains("other").contains("cannot be read");
    done(root("capture", "W"));
  }

  @Test
  void aSocketIsNotUsedInAFolderThatSomebodyElseCouldHaveMade() throws Exception {
    Path home = base.resolve("x".repeat(120));
    Path temporary = Files.createDirectories(base.resolve("tmp"));
    Path folder = OwnerSocket.address(home, "", temporary.toString()).getPath().getParent();
    assertThat(folder.getParent()).isEqualTo(temporary);
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder)))
        .isEqualTo("rwx------");

    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxrwxrwx"));
    assertThatThrownBy(() -> OwnerSocket.address(home, "", temporary.toString()))
        .hasMessageContaining("made by somebody else or is open to others");

    Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
    run(List.of("chown", NOBODY, folder.toString()));
    assertThatThrownBy(() -> OwnerSocket.address(home, "", temporary.toString()))
        .hasMessageContaining("made by somebody else");
  }

  @Test
  void whoIsAtTheOtherEndIsAskedOfTheSystem() throws Exception {
    Path socket = base.resolve("s.sock");
    try (ServerSocketChannel server = ServerSocketChannel.open(StandardProtocolFamily.UNIX)) {
      server.bind(UnixDomainSocketAddress.of(socket));
      Files.setPosixFilePermissions(socket, PosixFilePermissions.fromString("rwxrwxrwx"));
      try (SocketChannel own = SocketChannel.open(UnixDomainSocketAddress.of(socket));
          SocketChannel accepted = server.accept()) {
        assertThat(OwnerSocket.isOurs(accepted)).isTrue();
        assertThat(OwnerSocket.isOurs(own)).isTrue();
      }
      Process other =
          new ProcessBuilder(asNobody(java(Caller.class.getName(), socket.toString())))
              .inheritIO()
              .start();
      try (SocketChannel accepted = server.accept()) {
        assertThat(OwnerSocket.isOurs(accepted)).isFalse();
      }
      assertThat(other.waitFor(60, TimeUnit.SECONDS)).isTrue();
    }
  }

  /** Calls and waits to be hung up on. */
  static final class Caller {
    private Caller() {}

    public static void main(String[] args) throws IOException {
      try (SocketChannel channel = SocketChannel.open(UnixDomainSocketAddress.of(args[0]))) {
        var unused = channel.read(java.nio.ByteBuffer.allocate(1));
      }
    }
  }
}
