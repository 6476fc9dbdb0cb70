package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.questions.SpaceQuestions;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.LookedFile;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.store.format.ContentId;

/**
 * Facts that take time to find out by reading contents or files and are not in the log: they are
 * kept beside what is derived from the log, and found out again after a rebuild. Safe for several
 * threads.
 */
public final class Remembered {

  private final Catalogue catalogue;

  Remembered(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** Remembers what large contents are made of, as ids one after another. */
  public void parts(Map<ContentId, byte[]> parts) throws IOException {
    if (parts.isEmpty()) {
      return;
    }
    catalogue.change(
        sql -> {
          for (Map.Entry<ContentId, byte[]> one : parts.entrySet()) {
            sql.update(
                "INSERT OR REPLACE INTO part VALUES (?,?)", one.getKey().bytes(), one.getValue());
          }
        });
  }

  /** Remembers what files were found to hold. */
  public void looked(List<LookedFile> looked) throws IOException {
    if (looked.isEmpty()) {
      return;
    }
    catalogue.change(
        sql -> {
          for (LookedFile one : looked) {
            sql.update(
                "INSERT OR REPLACE INTO looked VALUES (?,?,?,?)",
                one.file(),
                one.revision(),
                one.key().orElse(null),
                Times.nanos(one.at()));
          }
        });
  }

  /** Remembers of which commits all revisions were examined, see Screenings. */
  public void examined(List<Long> segments) throws IOException {
    if (segments.isEmpty()) {
      return;
    }
    catalogue.change(
        sql -> {
          for (long segment : segments) {
            sql.update("INSERT OR IGNORE INTO examined VALUES (?)", segment);
          }
        });
  }

  /** Remembers up to where first states were examined. */
  public void firstExamined(RevisionKey last) throws IOException {
    catalogue.change(
        sql ->
            sql.update(
                "INSERT OR REPLACE INTO about VALUES ('first states', ?)",
                last.segment() + " " + last.line()));
  }

  /** Remembers what files cost. */
  public void count(SpaceQuestions.Count count) throws IOException {
    catalogue.change(
        sql -> {
          sql.update("DELETE FROM file_cost");
          for (SpaceQuestions.CountedFile one : count.files()) {
            sql.update(
                "INSERT INTO file_cost VALUES (?,?,?,?,?)",
                one.file(),
                one.revisions(),
                one.current(),
                one.history(),
                one.alone());
          }
          sql.update(
              "INSERT OR REPLACE INTO about VALUES ('counted', ?)",
              count.commit() + " " + count.disk());
        });
  }

  /** By what a content is recognised; empty if nobody has asked yet. */
  public Optional<byte[]> traits(ContentId content) throws IOException {
    return catalogue
        .reading()
        .first(
            row -> row.getBytes(1), "SELECT traits FROM traits WHERE content = ?", content.bytes());
  }

  public void traits(ContentId content, byte[] traits) throws IOException {
    catalogue.change(
        sql -> sql.update("INSERT OR REPLACE INTO traits VALUES (?,?)", content.bytes(), traits));
  }
}
