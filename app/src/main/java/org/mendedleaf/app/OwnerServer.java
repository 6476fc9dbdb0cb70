package org.mendedleaf.app;

import java.io.Closeable;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.Channels;
import java.nio.channels.ClosedChannelException;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.office.Office;

/**
 * The window's process owns the desk, or the one that keeps watch; command lines typed elsewhere
 * are handed to it and run here, and what they print goes back as they print it.
 */
final class OwnerServer implements Closeable {

  private static final Logger LOG = Logger.getLogger(OwnerServer.class.getName());
  private static final int MAX_TEXT = 1 << 20;

  /** What was asked for ends well, if it ends within this time. */
  private static final long PATIENCE_SECONDS = 60;

  private final Office office;
  private final UnixDomainSocketAddress address;
  private final ServerSocketChannel server;
  private final Object turn = new Object();
  private int running;

  OwnerServer(Path home, Office office) throws IOException {
    this.office = office;
    this.address = OwnerSocket.address(home);
    // The desk's lock is ours, so a socket that lies there is left over from a process that died.
    Files.deleteIfExists(address.getPath());
    this.server = ServerSocketChannel.open(StandardProtocolFamily.UNIX);
    server.bind(address);
    Files.setPosixFilePermissions(address.getPath(), PosixFilePermissions.fromString("rw-------"));
  }

  void serve(DeskOwner owner) {
    Thread listening = new Thread(() -> listen(owner), "commands from elsewhere");
    listening.setDaemon(true);
    listening.start();
  }

  private void listen(DeskOwner owner) {
    while (server.isOpen()) {
      try {
        SocketChannel caller = server.accept();
        if (!OwnerSocket.isOurs(caller)) {
          caller.close();
          continue;
        }
        begun(1);
        Thread thread =
            new Thread(
                () -> {
                  try {
                    answer(caller, owner);
                  } finally {
                    begun(-1);
                  }
                },
                "command");
        thread.setDaemon(true);
        thread.start();
      } catch (ClosedChannelException e) {
        return;
      } catch (IOException e) {
        LOG.log(Level.FINE, "one caller failed to connect", e);
      }
    }
  }

  private void answer(SocketChannel caller, DeskOwner owner) {
    try (caller;
        DataInputStream in = new DataInputStream(Channels.newInputStream(caller));
        DataOutputStream out = new DataOutputStream(Channels.newOutputStream(caller))) {
      Path folder = Path.of(readText(in));
      List<String> words = new ArrayList<>();
      for (int left = in.readInt(); left > 0; left--) {
        words.add(readText(in));
      }
      StartLine line = new StartLine(words);
      int exit = run(line, folder, out, owner);
      synchronized (out) {
        out.writeByte(OwnerSocket.EXIT);
        out.writeInt(4);
        out.writeInt(exit);
        out.flush();
      }
    } catch (IOException e) {
      // The caller has gone; what it asked for is done or was never begun.
      return;
    }
  }

  private int run(StartLine line, Path folder, DataOutputStream out, DeskOwner owner) {
    if (line.word().equals(OwnerSocket.STEP_ASIDE)) {
      return owner.stepAside() ? Exit.DONE : Exit.NOT_DONE;
    }
    if (line.word().equals("open") || line.word().isEmpty()) {
      return owner.show(line, folder) ? Exit.DONE : Exit.NOT_DONE;
    }
    Terminal terminal =
        new Terminal(stream(out, OwnerSocket.OUT), stream(out, OwnerSocket.ERR), folder);
    if (line.option("--clock").isPresent()) {
      terminal.err().println(owner.clockIsOurs());
      return Exit.NOT_DONE;
    }
    int exit =
        MendedLeafCommand.run(
            terminal,
            (settings, work) -> {
              office.settings().keys().take(settings.keys());
              return work.in(actingAs(line));
            },
            line.args());
    owner.changed();
    return exit;
  }

  private Office actingAs(StartLine line) {
    return line.option("--as").map(office::actingAs).orElse(office);
  }

  private static PrintStream stream(DataOutputStream out, int tag) {
    OutputStream frames =
        new OutputStream() {
          @Override
          public void write(int b) throws IOException {
            write(new byte[] {(byte) b}, 0, 1);
          }

          @Override
          public void write(byte[] bytes, int from, int length) throws IOException {
            synchronized (out) {
              out.writeByte(tag);
              out.writeInt(length);
              out.write(bytes, from, length);
              out.flush();
            }
          }
        };
    return new PrintStream(frames, true, StandardCharsets.UTF_8);
  }

  private static String readText(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length < 0 || length > MAX_TEXT) {
      throw new IOException("a caller sent a text of " + length + " bytes");
    }
    return new String(in.readNBytes(length), StandardCharsets.UTF_8);
  }

  private void begun(int more) {
    synchronized (turn) {
      running += more;
      turn.notifyAll();
    }
  }

  /** Takes no more commands, and waits a limited time for those that run here. */
  @Override
  public void close() throws IOException {
    server.close();
    Files.deleteIfExists(address.getPath());
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(PATIENCE_SECONDS);
    synchronized (turn) {
      try {
        for (long left = PATIENCE_SECONDS * 1000; running > 0 && left > 0; ) {
          turn.wait(left);
          left = TimeUnit.NANOSECONDS.toMillis(end - System.nanoTime());
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }
}
