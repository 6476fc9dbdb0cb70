package org.mendedleaf.outside.dav;

import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertyNameSet;
import org.apache.jackrabbit.webdav.version.DeltaVConstants;
import org.apache.jackrabbit.webdav.version.VersionControlledResource;
import org.apache.jackrabbit.webdav.version.VersionHistoryResource;
import org.apache.jackrabbit.webdav.version.VersionResource;
import org.apache.jackrabbit.webdav.xml.Namespace;

/** What servers are asked for; docs/outside.md says what those of our own hold. */
final class DavNames {

  static final Namespace OURS = Namespace.getNamespace("l", "urn:mended-leaf:outside");

  static final DavPropertyName POWERS = ours("powers");
  static final DavPropertyName SETTINGS_TAG = ours("settings-tag");
  static final DavPropertyName KEEPING = ours("keeping");
  static final DavPropertyName MOST_STATES = ours("most-states");
  static final DavPropertyName LONGEST = ours("longest");
  static final DavPropertyName IN_BIN = ours("in-bin");
  static final DavPropertyName ROOM = ours("room");
  static final DavPropertyName SCHEDULE = ours("schedule");
  static final DavPropertyName MOST_SNAPSHOTS = ours("most-snapshots");
  static final DavPropertyName REMOVED = ours("removed");
  static final DavPropertyName SNAPSHOTS = ours("snapshots");
  static final DavPropertyName NUMBER = ours("number");
  static final DavPropertyName DRAFT = ours("draft");
  static final DavPropertyName HELD = ours("held");
  static final DavPropertyName SHA_256 = ours("sha-256");
  static final DavPropertyName PATH = ours("path");
  static final DavPropertyName REMOVED_AT = ours("removed-at");
  static final DavPropertyName REMOVED_BY = ours("removed-by");
  static final DavPropertyName GONE_AT = ours("gone-at");
  static final DavPropertyName NEWEST = ours("newest");
  static final DavPropertyName CAUSE = ours("cause");

  static final DavPropertyName USED = DavPropertyName.create("quota-used-bytes");
  static final DavPropertyName AVAILABLE = DavPropertyName.create("quota-available-bytes");
  static final DavPropertyName COMMENT = DeltaVConstants.COMMENT;
  static final DavPropertyName CREATOR = DeltaVConstants.CREATOR_DISPLAYNAME;
  static final DavPropertyName CHECKED_IN = VersionControlledResource.CHECKED_IN;
  static final DavPropertyName HISTORY = VersionControlledResource.VERSION_HISTORY;
  static final DavPropertyName VERSIONS = VersionHistoryResource.VERSION_SET;
  static final DavPropertyName VERSION_NAME = VersionResource.VERSION_NAME;

  /** Of a version, a file or a removed one. */
  static final DavPropertyNameSet STATE =
      set(
          DavPropertyName.RESOURCETYPE,
          DavPropertyName.CREATIONDATE,
          DavPropertyName.GETLASTMODIFIED,
          DavPropertyName.GETCONTENTLENGTH,
          DavPropertyName.GETETAG,
          VERSION_NAME,
          CREATOR,
          COMMENT,
          CHECKED_IN,
          HISTORY,
          NUMBER,
          DRAFT,
          HELD,
          SHA_256,
          PATH,
          REMOVED_AT,
          REMOVED_BY,
          GONE_AT,
          NEWEST);

  /** Of the whole. */
  static final DavPropertyNameSet WHOLE =
      set(
          DavPropertyName.RESOURCETYPE,
          POWERS,
          SETTINGS_TAG,
          KEEPING,
          MOST_STATES,
          LONGEST,
          IN_BIN,
          ROOM,
          SCHEDULE,
          MOST_SNAPSHOTS,
          REMOVED,
          SNAPSHOTS,
          USED,
          AVAILABLE);

  /** Of a snapshot. */
  static final DavPropertyNameSet SNAPSHOT =
      set(
          DavPropertyName.RESOURCETYPE,
          DavPropertyName.CREATIONDATE,
          DavPropertyName.DISPLAYNAME,
          CAUSE);

  private DavNames() {}

  private static DavPropertyName ours(String local) {
    return DavPropertyName.create(local, OURS);
  }

  private static DavPropertyNameSet set(DavPropertyName... names) {
    DavPropertyNameSet all = new DavPropertyNameSet();
    for (DavPropertyName name : names) {
      all.add(name);
    }
    return all;
  }
}
