package org.mendedleaf.desktop.work;

import java.nio.file.Path;

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
  void tell(String sentence, Runnable undo);

  /** Asks something that only a person can answer; doing nothing is always safe. */
  void ask(String question, String yes, Runnable act);

  /** Tells what went wrong. */
  void complain(Exception problem);

  /** Shows the present place anew, since something has changed. */
  void refresh();
}
