package org.mendedleaf.core.telling;

/** Shows news to the person at this desk, whatever they are doing. */
public interface Notifier {

  /** Shows nothing. */
  Notifier SILENT = (title, text, address) -> {};

  /**
   * Shows one piece of news, soon, where that is possible; choosing it opens what it is about.
   *
   * @param address what it is about, as {@code mended-leaf:…}; empty for all that needs a person
   */
  void show(String title, String text, String address);
}
