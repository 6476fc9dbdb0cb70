package org.mendedleaf.app;

import java.nio.file.Path;
import javafx.application.Platform;
import org.mendedleaf.desktop.frame.MainWindow;

/** The window's process owns the desk until the window is closed. */
record WindowOwner(MainWindow window) implements DeskOwner {

  @Override
  public boolean show(StartLine line, Path folder) {
    Platform.runLater(
        () -> {
          window.toFront();
          window.open(line.paths(folder));
          line.addresses().forEach(window::openAddress);
        });
    return true;
  }

  @Override
  public boolean stepAside() {
    return false;
  }

  @Override
  public void changed() {
    Platform.runLater(window::refresh);
  }

  @Override
  public String clockIsOurs() {
    return "The window is open, so its clock counts. Close it to act under another; nothing was done.";
  }
}
