package org.mendedleaf.core.session;

/** The states of a shelf's recording. */
public enum RecordingState {
  RECORDING("recording"),
  NOT_YET("not recording yet"),
  /** A person has stopped it for the time being; what is recorded stays. */
  PAUSED("paused"),
  /** A deposit shelf: it has no folder; revisions are brought in. */
  DEPOSIT("deposit"),
  /** Known from a store, but bound to no folder on this desk. */
  NOT_HERE("not bound here");

  private final String words;

  RecordingState(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
