package org.mendedleaf.standin.keep;

import java.util.Locale;

/**
 * Something that storages differ in, and with which or without which a stand-in is made. Any may go
 * with any, so that nothing is built for one system's set of rules.
 */
public enum Trait {
  STATES("earlier states are kept"),
  SWITCH("keeping is begun and paused by those who use it"),
  NUMBERS("states are numbered"),
  UNNUMBERED_FIRST("the first state of a file has no number"),
  NOTES("a state may carry a note"),
  WHO("it is said who made a state"),
  DRAFTS("states are drafts until they are issued"),
  CONDITIONAL("a file is replaced only if it is still the one that was seen"),
  LOCKS("a file can be locked"),
  HIDING("a removed file keeps its states and comes back at any time"),
  BIN("a removed file comes back for some time"),
  ERASING_STATES("one state can be erased"),
  HOLDS("states can be held"),
  SNAPSHOTS("there are snapshots"),
  SNAPSHOTS_BY_HAND("snapshots are taken by hand"),
  SCHEDULE("snapshots are taken by a schedule"),
  FILE_BACK("one file can be put back to a snapshot"),
  FOLDER_BACK("a folder can be put back to a snapshot"),
  LIMIT_BY_NUMBER("the number of states is limited"),
  LIMIT_BY_AGE("the age of earlier states is limited"),
  LIMIT_BY_ROOM("the room is limited"),
  DESCRIPTIONS("files have descriptions and categories"),
  PEOPLE("it is said who may see a file and whom changes are told"),
  CHECKSUMS("the checksum of a state is said"),
  ROOM("the room that is used is said");

  private final String meaning;

  Trait(String meaning) {
    this.meaning = meaning;
  }

  /** As it is written on a command line and between machines. */
  public String code() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String meaning() {
    return meaning;
  }

  /**
   * The one with this code.
   *
   * @throws IllegalArgumentException if there is none
   */
  public static Trait of(String code) {
    return valueOf(code.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
