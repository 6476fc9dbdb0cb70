package org.mendedleaf.app;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.mendedleaf.cli.MendedLeafCommand;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.cli.Terminal;

/** Where every start begins. */
public final class Main {

  private Main() {}

  public static void main(String[] args) {
    Terminal terminal =
        new Terminal(stream(FileDescriptor.out), stream(FileDescriptor.err), Path.of(""));
    System.exit(MendedLeafCommand.run(terminal, OfficeOpener.FRESH, args));
  }

  private static PrintStream stream(FileDescriptor descriptor) {
    return new PrintStream(new FileOutputStream(descriptor), false, StandardCharsets.UTF_8);
  }
}
