package org.mendedleaf.standin.dav;

import java.util.Set;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.xml.Namespace;

/** The names of what the standards leave open; docs/outside.md says what each holds. */
final class Ours {

  static final Namespace NAMESPACE = Namespace.getNamespace("l", "urn:mended-leaf:outside");

  static final DavPropertyName POWERS = name("powers");
  static final DavPropertyName SETTINGS_TAG = name("settings-tag");
  static final DavPropertyName KEEPING = name("keeping");
  static final DavPropertyName MOST_STATES = name("most-states");
  static final DavPropertyName LONGEST = name("longest");
  static final DavPropertyName IN_BIN = name("in-bin");
  static final DavPropertyName ROOM = name("room");
  static final DavPropertyName SCHEDULE = name("schedule");
  static final DavPropertyName MOST_SNAPSHOTS = name("most-snapshots");
  static final DavPropertyName REMOVED = name("removed");
  static final DavPropertyName SNAPSHOTS = name("snapshots");

  static final DavPropertyName NUMBER = name("number");
  static final DavPropertyName DRAFT = name("draft");
  static final DavPropertyName HELD = name("held");
  static final DavPropertyName SHA_256 = name("sha-256");

  static final DavPropertyName PATH = name("path");
  static final DavPropertyName REMOVED_AT = name("removed-at");
  static final DavPropertyName REMOVED_BY = name("removed-by");
  static final DavPropertyName GONE_AT = name("gone-at");
  static final DavPropertyName NEWEST = name("newest");
  static final DavPropertyName CAUSE = name("cause");

  static final DavPropertyName DESCRIPTION = name("description");
  static final DavPropertyName CATEGORY = name("category");
  static final DavPropertyName TOLD = name("told");
  static final DavPropertyName READERS = name("readers");

  private static final Set<DavPropertyName> SETTINGS =
      Set.of(KEEPING, MOST_STATES, LONGEST, IN_BIN, ROOM, SCHEDULE, MOST_SNAPSHOTS);
  private static final Set<DavPropertyName> NOTES = Set.of(DESCRIPTION, CATEGORY, TOLD, READERS);

  private Ours() {}

  static boolean isSetting(DavPropertyName name) {
    return SETTINGS.contains(name);
  }

  /** Whether clients write it and the storage only keeps it. */
  static boolean isNote(DavPropertyName name) {
    return NOTES.contains(name);
  }

  private static DavPropertyName name(String local) {
    return DavPropertyName.create(local, NAMESPACE);
  }
}
