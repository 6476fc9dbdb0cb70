package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** What the commands on one file share. */
abstract class FileCommand {

  @ParentCommand private MendedLeafCommand root;

  @Parameters(
      index = "0",
      paramLabel = "FILE",
      description = "Its path, SHELF:inner/path, or id:NUMBER.")
  private String file;

  MendedLeafCommand root() {
    return root;
  }

  FileLife life(Office office) throws IOException {
    return office.files().life(office.addresses().file(file, root.terminal().folder()));
  }
}
