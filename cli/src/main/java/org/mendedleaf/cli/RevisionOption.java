package org.mendedleaf.cli;

import java.io.IOException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import picocli.CommandLine.Option;

/** The revision of a file that a command is about. */
final class RevisionOption {

  @Option(names = "--revision", paramLabel = "R", required = true)
  private String revision;

  int of(FileLife life) throws IOException {
    return Addresses.revision(revision, life);
  }
}
