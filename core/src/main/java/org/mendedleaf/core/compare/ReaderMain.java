package org.mendedleaf.core.compare;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.FileDescriptor;
import java.io.FileInputStream;
import java.io.FileOutputStream;
import java.io.IOException;
import java.net.URL;
import java.net.URLStreamHandler;
import java.util.Optional;
import java.util.Set;

/**
 * The child process: reads requests from standard input and answers each on standard output until
 * the input ends. It opens no network connection, whatever a document asks for.
 */
public final class ReaderMain {

  private static final Set<String> LOCAL = Set.of("file", "jar", "jrt");

  private ReaderMain() {}

  public static void main(String[] args) throws IOException {
    URL.setURLStreamHandlerFactory(ReaderMain::refuseNetwork);
    DataInputStream in =
        new DataInputStream(new BufferedInputStream(new FileInputStream(FileDescriptor.in)));
    DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(new FileOutputStream(FileDescriptor.out)));
    Glance glance = new Glance();
    while (true) {
      String name;
      try {
        name = LookFormat.readText(in);
      } catch (EOFException e) {
        return;
      }
      boolean complete = in.readBoolean();
      byte[] bytes = LookFormat.readBytes(in);
      LookFormat.write(look(glance, name, bytes, complete), out);
    }
  }

  private static Look look(Glance glance, String name, byte[] bytes, boolean complete)
      throws IOException {
    try {
      return glance.look(name, bytes, complete);
    } catch (RuntimeException | StackOverflowError e) {
      return new Look(
          "application/octet-stream",
          Optional.empty(),
          new Look.Inside.Nothing("It cannot be read: " + e.getClass().getSimpleName() + "."));
    }
  }

  private static URLStreamHandler refuseNetwork(String protocol) {
    if (LOCAL.contains(protocol)) {
      return null;
    }
    throw new SecurityException("no network in the reading process: " + protocol);
  }
}
