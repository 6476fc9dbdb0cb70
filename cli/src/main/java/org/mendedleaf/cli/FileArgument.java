package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** The file that a command is about. */
final class FileArgument {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(
      index = "0",
      paramLabel = "FILE",
      description = "Its path, SHELF:inner/path, or id:NUMBER.")
  private String file;

  FileLife life(Office office) throws IOException {
    return office.files().life(office.addresses().file(file, root.terminal().folder()));
  }
}
