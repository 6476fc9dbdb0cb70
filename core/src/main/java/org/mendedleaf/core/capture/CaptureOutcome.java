package org.mendedleaf.core.capture;

import java.nio.file.Path;

/** The outcome of a capture. */
public sealed interface CaptureOutcome {

  /** Whatever was there and could be read has been recorded. */
  record Done(CaptureReport report) implements CaptureOutcome {}

  /** The shelf's folder is not there: perhaps a drive is away. Nothing was recorded. */
  record FolderMissing(Path folder) implements CaptureOutcome {}

  /**
   * The shelf's folder is empty although files are recorded in it. Nothing was recorded: a person
   * has to say whether they were really removed.
   *
   * @param files how many files are recorded there
   */
  record SuddenlyEmpty(Path folder, long files) implements CaptureOutcome {}
}
