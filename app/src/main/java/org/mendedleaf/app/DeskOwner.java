package org.mendedleaf.app;

import java.nio.file.Path;

/** The services of the process that owns a desk to other processes. */
interface DeskOwner {

  /** Shows files and folders; returns whether it can. */
  boolean show(StartLine line, Path folder);

  /** Lets the desk go soon, for a window that is about to open; returns whether it will. */
  boolean stepAside();

  /** A command of somebody else was run here. */
  void changed();

  /** Why a command cannot have a clock of its own here. */
  String clockIsOurs();
}
