package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** A web server that others made, with its files in a folder and no versions. */
final class ApachePeer implements AutoCloseable {

  static final Path PROGRAM = Path.of("/usr/sbin/apache2");

  private final Process process;
  private final Path files;
  private final int port;

  ApachePeer(Path folder) throws IOException, InterruptedException {
    files = Files.createDirectories(folder.resolve("files"));
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    Path settings = Files.writeString(folder.resolve("settings"), settings(folder, port));
    process =
        new ProcessBuilder(PROGRAM.toString(), "-X", "-f", settings.toString())
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("output").toFile())
            .start();
    await(folder);
  }

  private void await(Path folder) throws IOException, InterruptedException {
    for (int i = 0; i < 200; i++) {
      try (Socket socket = new Socket()) {
        socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 200);
        return;
      } catch (IOException e) {
        Thread.sleep(50);
      }
    }
    throw new IOException(Files.readString(folder.resolve("output")));
  }

  private static String settings(Path folder, int port) {
    return """
        ServerRoot "%1$s"
        ServerName 127.0.0.1
        Listen 127.0.0.1:%2$d
        PidFile "%1$s/pid"
        ErrorLog "%1$s/errors"
        User #65534
        Group #65534
        LoadModule mpm_prefork_module /usr/lib/apache2/modules/mod_mpm_prefork.so
        LoadModule authz_core_module /usr/lib/apache2/modules/mod_authz_core.so
        LoadModule dav_module /usr/lib/apache2/modules/mod_dav.so
        LoadModule dav_fs_module /usr/lib/apache2/modules/mod_dav_fs.so
        DavLockDB "%1$s/locks"
        DocumentRoot "%1$s/files"
        <Directory "%1$s/files">
          Dav On
          Require all granted
        </Directory>
        """
        .formatted(folder, port);
  }

  Path files() {
    return files;
  }

  URI address() {
    return URI.create("http://127.0.0.1:" + port + "/");
  }

  @Override
  public void close() throws IOException {
    process.destroy();
    try {
      if (!process.waitFor(5, TimeUnit.SECONDS)) {
        process.destroyForcibly();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
