package org.mendedleaf.core.telling;

import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/**
 * Something that a person should hear of at once.
 *
 * @param title what happened to which file, in a few words
 * @param text since when, by whom, and what the way out is
 * @param address what it is about, as {@code mended-leaf:…}
 * @param command what puts it right, as it is typed
 */
public record News(
    Shelf shelf, Subject subject, String title, String text, String address, String command) {

  /** What the news are about. */
  public sealed interface Subject {

    /** Tells it from others of the shelf, and has no names in it. */
    String key();
  }

  /**
   * A damaged file.
   *
   * @param revision the newest
   * @param since the first of the damaged ones that lead up to it
   * @param desk the desk that recorded that one
   */
  record OfFile(FileRef ref, int revision, int since, String desk) implements Subject {
    @Override
    public String key() {
      return "%d/r%d".formatted(ref.file(), since);
    }
  }

  /**
   * What many files met with.
   *
   * @param first the commit with which it began
   */
  record OfEvent(long first) implements Subject {
    @Override
    public String key() {
      return "event/" + first;
    }
  }

  /** What is remembered so that it is told once. */
  String key() {
    return "%s/%d/%s".formatted(shelf.store(), shelf.id(), subject.key());
  }

  /** All of it on one line. */
  public String line() {
    return "%s: %s. %s “%s”".formatted(shelf.name(), title, text, command);
  }
}
