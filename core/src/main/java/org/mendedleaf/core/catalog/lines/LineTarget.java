package org.mendedleaf.core.catalog.lines;

import java.io.IOException;

/** Receives every line of the log in order; whatever is derived from the log implements it. */
public interface LineTarget {

  void revised(Detail.Revised line, LineContext in) throws IOException;

  void moved(Detail.Moved line, LineContext in) throws IOException;

  void touched(Detail.Touched line, LineContext in) throws IOException;

  void removed(Detail.Removed line, LineContext in) throws IOException;

  void folderChanged(Detail.FolderChanged line, LineContext in) throws IOException;

  void folderMoved(Detail.FolderMoved line, LineContext in) throws IOException;

  void shelfAdded(Detail.ShelfAdded line, LineContext in) throws IOException;

  void saverFound(Detail.SaverFound line, LineContext in) throws IOException;

  void summed(Detail.Summed line, LineContext in) throws IOException;

  void screened(Detail.Screened line, LineContext in) throws IOException;

  void doubted(Detail.Doubted line, LineContext in) throws IOException;

  void meant(Detail.Meant line, LineContext in) throws IOException;

  void massHappened(Detail.MassHappened line, LineContext in) throws IOException;

  void massDecided(Detail.MassDecided line, LineContext in) throws IOException;

  void snapshotTaken(Detail.SnapshotTaken line, LineContext in) throws IOException;

  void unlabelled(Detail.Unlabelled line, LineContext in) throws IOException;

  void itemDone(Detail.ItemDone line, LineContext in) throws IOException;

  void noted(Detail.Noted line, LineContext in) throws IOException;

  void markedGood(Detail.MarkedGood line, LineContext in) throws IOException;

  void held(Detail.Held line, LineContext in) throws IOException;

  void released(Detail.Released line, LineContext in) throws IOException;

  void noticed(Detail.Noticed line, LineContext in) throws IOException;

  void offNotice(Detail.OffNotice line, LineContext in) throws IOException;

  void described(Detail.Described line, LineContext in) throws IOException;

  void shelfSet(Detail.ShelfSet line, LineContext in) throws IOException;

  void issued(Detail.Issued line, LineContext in) throws IOException;

  void erased(Detail.Erased line, LineContext in) throws IOException;

  void fileErased(Detail.FileErased line, LineContext in) throws IOException;

  void called(Detail.Called line, LineContext in) throws IOException;

  void safeguarded(Detail.Safeguarded line, LineContext in) throws IOException;

  void drilled(Detail.Drilled line, LineContext in) throws IOException;
}
