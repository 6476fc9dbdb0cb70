package org.mendedleaf.desktop.file;

import java.time.Instant;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/**
 * Says whether the last save is recorded: the first thing that people look for after saving.
 *
 * @param sentence what is said of it
 * @param style how it is said: a style class
 * @param recordsIt whether the shelf is recorded, and this file on it
 * @param canCapture whether there is anything to record, and it may be
 * @param lies whether anything lies there that can be opened
 */
record FileStanding(
    String sentence, String style, boolean recordsIt, boolean canCapture, boolean lies) {

  /**
   * @param row what lies there; null if that is not known, or nothing does
   */
  static FileStanding of(FileLife life, FolderRow row, Instant now) {
    boolean off = life.shelf().settings().recording() != Recording.ON;
    boolean leftOut = row != null && row.standing() == FolderRow.RowStanding.LEFT_OUT;
    boolean lies = row != null && row.standing() != FolderRow.RowStanding.GONE;
    boolean asked = !life.shelf().isDeposit() && life.address().isPresent() && lies;
    boolean due = asked && row.standing() != FolderRow.RowStanding.RECORDED && !leftOut;
    String sentence = sentence(life, row, now);
    String style = due ? "strong" : "soft";
    if (off && !leftOut && life.address().isPresent()) {
      boolean paused = life.shelf().settings().recording() == Recording.PAUSED;
      sentence =
          Words.of(paused ? "file.standing.paused" : "file.standing.notYet")
              + " "
              + (due
                  ? Words.of("file.standing.off.changed", Shown.since(row.modified(), now))
                  : sentence);
      style = "rust";
    }
    return new FileStanding(sentence, style, !off && !leftOut, due && !off, lies);
  }

  private static String sentence(FileLife life, FolderRow row, Instant now) {
    String newest = FilePresenter.numbered(life.newest().number());
    if (life.shelf().isDeposit()) {
      return Words.of(life.file().present() ? "file.standing.deposit" : "file.removed");
    } else if (life.address().isEmpty()) {
      return Words.of("file.standing.notHere");
    } else if (row == null || row.standing() == FolderRow.RowStanding.GONE) {
      return Words.of("file.standing.gone", newest);
    }
    return switch (row.standing()) {
      case RECORDED -> Words.of("file.standing.recorded", newest);
      case BEING_WRITTEN -> Words.of("standing.writing");
      case UNREADABLE -> Words.of("standing.unreadable", row.why());
      case LEFT_OUT -> Words.of("file.standing.leftOut", row.why(), newest);
      default ->
          Words.of(
              "file.standing.changed", Shown.since(row.modified(), now), Shown.size(row.size()));
    };
  }
}
