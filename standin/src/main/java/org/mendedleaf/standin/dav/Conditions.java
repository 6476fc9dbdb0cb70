package org.mendedleaf.standin.dav;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavServletResponse;

/**
 * What an If header asks for (RFC 4918, 10.4): lists of conditions, of which one has to hold as a
 * whole. The library knows one lock of a resource only; shared ones are several.
 */
final class Conditions {

  private static final Pattern PARTS =
      Pattern.compile(
          "\\s*(?:<([^>]*)>|(\\()|(\\))|(Not)\\b|\\[([^\\]]*)\\])", Pattern.CASE_INSENSITIVE);

  /**
   * One thing that has to be so.
   *
   * @param isTag whether it is the tag of an entity and no token of a lock
   */
  private record Condition(boolean isNot, boolean isTag, String text) {}

  /**
   * Conditions that have to hold together.
   *
   * @param of the address that they are about; none where it is the one that was asked for
   */
  private record Group(Optional<String> of, List<Condition> all) {}

  /** What there is at an address. */
  interface ThereNow {
    /** Whether a lock with this token covers it. */
    boolean isLocked(String address, String token);

    /** The tag of what lies there; none if nothing does. */
    Optional<String> tag(String address);
  }

  private final List<Group> groups;

  private Conditions(List<Group> groups) {
    this.groups = groups;
  }

  /**
   * Reads a header.
   *
   * @throws DavException 400 if it is none
   */
  static Conditions of(String header) throws DavException {
    List<Group> groups = new ArrayList<>();
    Matcher parts = PARTS.matcher(header);
    Optional<String> of = Optional.empty();
    List<Condition> open = null;
    boolean isNot = false;
    int at = 0;
    while (at < header.length() && parts.find(at) && parts.start() == at) {
      if (parts.group(2) != null) {
        open = new ArrayList<>();
      } else if (parts.group(4) != null) {
        isNot = true;
      } else if (open == null) {
        of = Optional.ofNullable(parts.group(1));
      } else if (parts.group(3) != null) {
        groups.add(new Group(of, open));
        open = null;
      } else {
        boolean isTag = parts.group(5) != null;
        open.add(new Condition(isNot, isTag, isTag ? parts.group(5) : parts.group(1)));
        isNot = false;
      }
      at = parts.end();
    }
    if (!header.substring(at).isBlank() || open != null || groups.isEmpty()) {
      throw new DavException(DavServletResponse.SC_BAD_REQUEST);
    }
    return new Conditions(groups);
  }

  boolean hold(String address, ThereNow there) {
    return groups.stream()
        .anyMatch(
            group ->
                group.all().stream()
                    .allMatch(one -> holds(group.of().orElse(address), one, there)));
  }

  private static boolean holds(String address, Condition condition, ThereNow there) {
    boolean is =
        condition.isTag()
            ? there.tag(address).filter(condition.text()::equals).isPresent()
            : there.isLocked(address, condition.text());
    return is != condition.isNot();
  }
}
