package org.mendedleaf.desktop.work.navigation;

import java.nio.file.Path;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** Leads the window from place to place. For the interface thread. */
public interface Navigator {

  void go(Place place);

  /** Back to where one came from. */
  void back();

  /**
   * Shows a path of the system: its file's page, its folder on its shelf, or that it is on none.
   */
  void open(Path path);

  /** Tells what was done, with a way to take it back, or null where there is none. */
  void tell(String sentence, @Nullable Runnable undo);

  /** Tells what was done, with a way to take it back and a place where more is said. */
  void tell(String sentence, @Nullable Runnable undo, String more, Runnable show);

  /**
   * Asks for a folder.
   *
   * @param last what was answered last time; may be empty
   */
  void askFolder(String question, String yes, String last, Consumer<Path> act);

  /** Asks something that only a person can answer; doing nothing is always safe. */
  void ask(String question, String yes, Runnable act);

  /** Tells what went wrong. */
  void complain(Exception problem);

  /** Shows the present place anew, since something has changed. */
  void refresh();
}
