package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParentCommand;

/** The store that a command is about; optional where there is only one. */
final class StoreOption {

  @ParentCommand private MendedLeafCommand root;

  @Option(names = "--store", paramLabel = "DIR")
  private Optional<Path> store = Optional.empty();

  String id(Office office) throws IOException {
    return office.stores().id(store.map(root::resolve));
  }
}
