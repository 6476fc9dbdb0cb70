package org.mendedleaf.app;

import java.io.IOException;
import java.nio.file.Path;
import org.mendedleaf.cli.OfficeOpener;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * A command that owns the desk while it runs, and takes in those that are typed meanwhile: what
 * only asks need not wait for a capture.
 */
final class CommandOwner implements OfficeOpener, DeskOwner {

  @Override
  public int with(OfficeSettings settings, OfficeWork work) throws IOException {
    try (Office office = Office.open(settings);
        OwnerServer server = new OwnerServer(settings.home(), office)) {
      server.serve(this);
      return work.in(office);
    }
  }

  @Override
  public boolean show(StartLine line, Path folder) {
    return false;
  }

  @Override
  public boolean stepAside() {
    return false;
  }

  @Override
  public void changed() {
    // A command shows nothing that would have to be looked at anew.
  }

  @Override
  public String clockIsOurs() {
    return "A command is working on this desk, so its clock counts; nothing was done. Try again when it has ended.";
  }
}
