package org.mendedleaf.app;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import org.mendedleaf.cli.Terminal;
import org.mendedleaf.cli.answers.Exit;

/** Hands a command line to the process that owns the desk and prints what comes back. */
final class OwnerClient {

  private OwnerClient() {}

  /** Asks whoever owns the desk to let a window have it; returns whether that will be. */
  static boolean isLetGo(Path home) {
    Terminal silent =
        new Terminal(
            new PrintStream(OutputStream.nullOutputStream(), false, StandardCharsets.UTF_8),
            new PrintStream(OutputStream.nullOutputStream(), false, StandardCharsets.UTF_8),
            home);
    return hand(home, silent, new StartLine(List.of(OwnerSocket.STEP_ASIDE))).orElse(-1)
        == Exit.DONE;
  }

  /**
   * @return the exit code; empty if nobody could be spoken with, so that nothing was done
   */
  static OptionalInt hand(Path home, Terminal terminal, StartLine line) {
    boolean asked = false;
    try (SocketChannel owner = SocketChannel.open(OwnerSocket.address(home));
        DataOutputStream out = new DataOutputStream(Channels.newOutputStream(owner));
        DataInputStream in = new DataInputStream(Channels.newInputStream(owner))) {
      if (!OwnerSocket.isOurs(owner)) {
        return OptionalInt.empty();
      }
      asked = true;
      writeText(out, terminal.folder().toString());
      out.writeInt(line.words().size());
      for (String word : line.words()) {
        writeText(out, word);
      }
      out.flush();
      return OptionalInt.of(print(in, terminal));
    } catch (IOException e) {
      if (!asked) {
        return OptionalInt.empty();
      }
      terminal
          .err()
          .println(
              "The process of Mended Leaf that was asked has ended before it answered; whether it was done, the ledger says.");
      return OptionalInt.of(Exit.NOT_DONE);
    }
  }

  private static int print(DataInputStream in, Terminal terminal) throws IOException {
    while (true) {
      int tag = in.readByte();
      byte[] bytes = in.readNBytes(in.readInt());
      switch (tag) {
        case OwnerSocket.OUT -> {
          terminal.out().write(bytes, 0, bytes.length);
          terminal.out().flush();
        }
        case OwnerSocket.ERR -> {
          terminal.err().write(bytes, 0, bytes.length);
          terminal.err().flush();
        }
        default -> {
          return ByteBuffer.wrap(bytes).getInt();
        }
      }
    }
  }

  private static void writeText(DataOutputStream out, String text) throws IOException {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    out.writeInt(bytes.length);
    out.write(bytes);
  }
}
