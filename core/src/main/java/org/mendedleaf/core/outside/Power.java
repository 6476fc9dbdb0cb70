package org.mendedleaf.core.outside;

/**
 * Something that storages differ in. Whoever wants to do something asks for the power and never for
 * the kind of storage; where one is missing, {@link Powers} has the reason for a person.
 */
public enum Power {
  /** Earlier states are kept at all. */
  STATES,
  /** Keeping can be begun and paused. */
  SWITCH,
  /** States have numbers that people know; without it they have names only. */
  NUMBERS,
  /** A new state can say what was changed. */
  NOTES,
  /** It is known who made a state. */
  WHO,
  /** States are drafts until they are issued. */
  DRAFTS,
  /** A new state is put only if the newest is still the one that was looked at, even in a race. */
  CONDITIONAL,
  /** A removed file keeps its states and can be brought back at any time. */
  HIDING,
  /** A removed file can be brought back for some time. */
  BIN,
  /** One state can be erased and the others stay. */
  ERASING_STATES,
  /** States can be held against erasing and limits. */
  HOLDS,
  /** There are snapshots of folders as they were. */
  SNAPSHOTS,
  /** A snapshot can be taken by hand. */
  SNAPSHOTS_BY_HAND,
  /** Snapshots are taken by a schedule that can be read and set. */
  SCHEDULE,
  /** One file can be put back to a snapshot there. */
  FILE_BACK,
  /** A folder, and so everything, can be put back to a snapshot there. */
  FOLDER_BACK,
  /** Only so many states of a file stay, and the number can be set. */
  LIMIT_BY_NUMBER,
  /** Earlier states go after some time, and it can be set. */
  LIMIT_BY_AGE,
  /** The room is limited. */
  LIMIT_BY_ROOM,
  /** Files have descriptions and categories. */
  DESCRIPTIONS,
  /** It is known who may see a file and whom changes are told. */
  PEOPLE,
  /** The storage says the checksum of a state. */
  CHECKSUMS,
  /** The storage says how much room is used. */
  ROOM
}
