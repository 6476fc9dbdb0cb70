package org.mendedleaf.core.history;

/**
 * The path of a file or folder inside its shelf: names separated by "/", none at the ends; the
 * shelf's own folder is the empty path. The text follows {@link Names}, so that any bytes have a
 * place in it.
 */
public record InnerPath(String text) implements Comparable<InnerPath> {

  /** The shelf's own folder. */
  public static final InnerPath ROOT = new InnerPath("");

  public InnerPath {
    if (text.startsWith("/") || text.endsWith("/")) {
      throw new IllegalArgumentException("an inner path has no / at its ends: " + text);
    }
  }

  /** The path with these bytes. */
  public static InnerPath ofBytes(byte[] bytes) {
    return new InnerPath(Names.text(bytes));
  }

  /** The bytes that the file system has. */
  public byte[] bytes() {
    return Names.bytes(text);
  }

  /** For people. */
  public String shown() {
    return Names.shown(text);
  }

  public boolean isRoot() {
    return text.isEmpty();
  }

  /** The last name. */
  public String name() {
    return text.substring(text.lastIndexOf('/') + 1);
  }

  /** The folder that it lies in; the root lies in itself. */
  public InnerPath folder() {
    int slash = text.lastIndexOf('/');
    return slash < 0 ? ROOT : new InnerPath(text.substring(0, slash));
  }

  public InnerPath resolve(String name) {
    return new InnerPath(isRoot() ? name : text + "/" + name);
  }

  /** Whether it lies in that folder or is it. */
  public boolean isWithin(InnerPath folder) {
    return folder.isRoot()
        || text.equals(folder.text)
        || (text.startsWith(folder.text) && text.charAt(folder.text.length()) == '/');
  }

  /** Whether it lies in that folder and in none below. */
  public boolean isDirectlyIn(InnerPath folder) {
    int slash = text.lastIndexOf('/');
    return slash < 0
        ? folder.isRoot()
        : slash == folder.text.length() && text.startsWith(folder.text);
  }

  /** Whether two things have the same last name. */
  public boolean isNamedAs(InnerPath other) {
    int length = text.length() - text.lastIndexOf('/') - 1;
    return length == other.text.length() - other.text.lastIndexOf('/') - 1
        && text.regionMatches(
            text.length() - length, other.text, other.text.length() - length, length);
  }

  /** The path of the same thing when the folder that it lies in, or is, has another path. */
  public InnerPath moved(InnerPath out, InnerPath into) {
    return new InnerPath(into.text + text.substring(out.text.length()));
  }

  /** Whether every part of it is a name that a file can have: not "." or ".." or nothing. */
  public boolean isPlain() {
    for (String name : text.split("/", -1)) {
      if (name.isEmpty() || name.equals(".") || name.equals("..") || name.indexOf('\0') >= 0) {
        return false;
      }
    }
    return true;
  }

  @Override
  public int compareTo(InnerPath other) {
    return text.compareTo(other.text);
  }

  @Override
  public String toString() {
    return shown();
  }
}
