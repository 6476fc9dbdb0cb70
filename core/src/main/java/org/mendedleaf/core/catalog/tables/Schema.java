package org.mendedleaf.core.catalog.tables;

import java.util.List;

/**
 * The catalogue's tables. A change of the schema is a new {@link #VERSION}, and a new version is a
 * rebuild. Times are nanoseconds since 1970; {@link Times#NEVER} ends what has not ended.
 *
 * <p>What a column may hold is checked with each change: what breaks it is damage. Which rows refer
 * to which is declared and not checked with each change, since an act may write them in any order
 * and half a million look-ups take a second; the tests check it after each of their desks.
 */
public final class Schema {

  public static final int VERSION = 32;

  static final String STATE_PATH =
      "CREATE INDEX IF NOT EXISTS state_path ON state (path, until_at, from_at)";

  public static final List<String> TABLES =
      List.of(
          "CREATE TABLE about (key TEXT PRIMARY KEY, value BLOB NOT NULL) WITHOUT ROWID",
          """
          CREATE TABLE segment (number INTEGER PRIMARY KEY, hash BLOB NOT NULL,
            act TEXT NOT NULL, at INTEGER NOT NULL, desk TEXT NOT NULL, person TEXT NOT NULL,
            shelf INTEGER, undoes INTEGER REFERENCES segment, lines INTEGER NOT NULL,
            saved INTEGER NOT NULL CHECK (saved >= 0), gone INTEGER NOT NULL CHECK (gone >= 0),
            moved INTEGER NOT NULL CHECK (moved >= 0), run TEXT, about TEXT,
            counts_from INTEGER NOT NULL)""",
          "CREATE INDEX segment_run ON segment (run) WHERE run IS NOT NULL",
          "CREATE INDEX segment_undoes ON segment (undoes) WHERE undoes IS NOT NULL",
          "CREATE INDEX segment_shelf ON segment (shelf, at)",
          // A sheaf is added before the segment that names it: an older one may need it.
          """
          CREATE TABLE sheaf (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE,
            segment INTEGER NOT NULL, retired_at INTEGER, retired_in INTEGER)""",
          // Further records that hold what the chunk's row says of one only.
          """
          CREATE TABLE copy (id BLOB, record INTEGER, start INTEGER NOT NULL,
            size INTEGER NOT NULL, PRIMARY KEY (id, record)) WITHOUT ROWID""",
          // Records that lean on this chunk; some may be gone.
          """
          CREATE TABLE leans (base BLOB, record INTEGER, PRIMARY KEY (base, record))
            WITHOUT ROWID""",
          // How often what is needed, see Needs.
          """
          CREATE TABLE need (id BLOB PRIMARY KEY, uses INTEGER NOT NULL, parts INTEGER NOT NULL,
            leaning INTEGER NOT NULL, copies INTEGER NOT NULL, named INTEGER NOT NULL,
            proof INTEGER NOT NULL) WITHOUT ROWID""",
          // Lines of receipts that name this content.
          """
          CREATE TABLE naming (content BLOB, segment INTEGER REFERENCES segment, line INTEGER,
            PRIMARY KEY (content, segment, line)) WITHOUT ROWID""",
          // Lines of the log that speak of this file, and what proves that they are all, see
          // Mentions.
          """
          CREATE TABLE mention (file INTEGER, segment INTEGER REFERENCES segment, line INTEGER,
            counted INTEGER NOT NULL, PRIMARY KEY (file, segment, line)) WITHOUT ROWID""",
          """
          CREATE TABLE mentions (file INTEGER PRIMARY KEY, lines INTEGER NOT NULL,
            sum INTEGER NOT NULL, proof INTEGER NOT NULL)""",
          """
          CREATE TABLE record (id INTEGER PRIMARY KEY, sheaf INTEGER NOT NULL REFERENCES sheaf,
            offset INTEGER NOT NULL, length INTEGER NOT NULL, depth INTEGER NOT NULL,
            holds INTEGER)""",
          "CREATE INDEX record_sheaf ON record (sheaf)",
          // Where the same record lies when its sheaf is written anew, see SheafTable.
          "CREATE INDEX record_holds ON record (holds)",
          """
          CREATE TABLE chunk (id BLOB PRIMARY KEY, record INTEGER NOT NULL REFERENCES record,
            start INTEGER NOT NULL, size INTEGER NOT NULL) WITHOUT ROWID""",
          """
          CREATE TABLE shelf (id INTEGER PRIMARY KEY, name TEXT NOT NULL, kind TEXT NOT NULL,
            folder TEXT NOT NULL, at INTEGER NOT NULL, first_done INTEGER NOT NULL,
            files INTEGER NOT NULL CHECK (files >= 0),
            revisions INTEGER NOT NULL CHECK (revisions >= 0))""",
          // The letter stays used when the revision is erased, and the file.
          """
          CREATE TABLE issue (file INTEGER, letter INTEGER, revision INTEGER REFERENCES revision,
            at INTEGER NOT NULL, person TEXT NOT NULL, PRIMARY KEY (file, letter))""",
          """
          CREATE TABLE shelf_setting (shelf INTEGER NOT NULL REFERENCES shelf,
            what TEXT NOT NULL, line TEXT NOT NULL, at INTEGER NOT NULL,
            PRIMARY KEY (shelf, what))""",
          // Care plans by name. What is set of a shelf says the name of its own, so that all
          // shelves
          // of that name have the one that was set last.
          "CREATE TABLE plan (name TEXT PRIMARY KEY, line TEXT NOT NULL) WITHOUT ROWID",
          // Every plan that was ever set, since a former one may still count, see Safeguards.
          """
          CREATE TABLE said_plan (segment INTEGER REFERENCES segment, line INTEGER,
            shelf INTEGER NOT NULL, says TEXT NOT NULL, counts_from INTEGER NOT NULL,
            person TEXT NOT NULL, PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          // Likewise the safeguards of the store.
          """
          CREATE TABLE safeguard (segment INTEGER REFERENCES segment, line INTEGER,
            least TEXT NOT NULL, delay TEXT NOT NULL, counts_from INTEGER NOT NULL,
            person TEXT NOT NULL, PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          // The shelf's own folder is the one that lies in none.
          """
          CREATE TABLE path (id INTEGER PRIMARY KEY, shelf INTEGER NOT NULL REFERENCES shelf,
            folder INTEGER REFERENCES path, inner BLOB NOT NULL,
            named_like INTEGER REFERENCES path, UNIQUE (shelf, inner),
            CHECK (folder IS NOT NULL OR LENGTH(inner) = 0))""",
          // Another path that stands in the index of names for this one: it has the same name.
          "CREATE INDEX path_named_like ON path (named_like) WHERE named_like IS NOT NULL",
          // Lines that moved whole folders, and where to, see FolderMoves.
          """
          CREATE TABLE folder_move (segment INTEGER REFERENCES segment, line INTEGER,
            shelf INTEGER NOT NULL REFERENCES shelf, now BLOB NOT NULL,
            PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          // The state is the one that stands or, of a file that is gone, the last one. Where a file
          // lies is said there only, and which commit touched it last does not count the moves of
          // whole folders: a folder's move must not touch a row for each of its files.
          """
          CREATE TABLE file (id INTEGER PRIMARY KEY, shelf INTEGER NOT NULL REFERENCES shelf,
            present INTEGER NOT NULL, last_number INTEGER NOT NULL,
            current INTEGER NOT NULL REFERENCES revision, touched INTEGER NOT NULL,
            state INTEGER NOT NULL REFERENCES state, gone_from INTEGER REFERENCES path,
            CHECK (present = (gone_from IS NULL)))""",
          // Files of which nothing is left; their ids and numbers are never given again.
          "CREATE TABLE erased (file INTEGER PRIMARY KEY, last_number INTEGER NOT NULL)",
          // Paths that a file had before the present one.
          """
          CREATE TABLE former (path INTEGER REFERENCES path, file INTEGER REFERENCES file,
            PRIMARY KEY (path, file)) WITHOUT ROWID""",
          // Who saved any revision of which file, for the search.
          "CREATE TABLE saver (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE)",
          """
          CREATE TABLE saved (saver INTEGER REFERENCES saver, file INTEGER REFERENCES file,
            PRIMARY KEY (saver, file)) WITHOUT ROWID""",
          // Row ids are those of the paths; the names are folded, see NameIndex.
          """
          CREATE VIRTUAL TABLE name_part USING fts5(name, content='', detail=none,
            tokenize='trigram case_sensitive 1')""",
          """
          CREATE VIRTUAL TABLE name_word USING fts5(name, content='', detail=none,
            tokenize='unicode61', prefix='1 2')""",
          "INSERT INTO name_part (name_part, rank) VALUES ('secure-delete', 1)",
          "INSERT INTO name_word (name_word, rank) VALUES ('secure-delete', 1)",
          // Of a content or a link there is at most one.
          """
          CREATE TABLE revision (id INTEGER PRIMARY KEY, file INTEGER NOT NULL REFERENCES file,
            number INTEGER NOT NULL CHECK (number >= 0),
            segment INTEGER NOT NULL REFERENCES segment, line INTEGER NOT NULL,
            at INTEGER NOT NULL, current_from INTEGER NOT NULL, current_until INTEGER NOT NULL,
            path INTEGER NOT NULL REFERENCES path, size INTEGER NOT NULL CHECK (size >= 0),
            modified INTEGER NOT NULL, mode TEXT, owner TEXT, file_key TEXT, content BLOB,
            levels INTEGER NOT NULL, link BLOB, origin TEXT NOT NULL, from_number INTEGER, was_number INTEGER,
            desk TEXT NOT NULL, person TEXT NOT NULL, after_removal INTEGER NOT NULL, saver TEXT,
            saver_source TEXT, summary TEXT, UNIQUE (file, number),
            CHECK (current_from <= current_until), CHECK (content IS NULL OR link IS NULL))""",
          "CREATE INDEX revision_line ON revision (segment, line)",
          """
          CREATE TABLE state (id INTEGER PRIMARY KEY, file INTEGER NOT NULL REFERENCES file,
            path INTEGER NOT NULL REFERENCES path, revision INTEGER NOT NULL REFERENCES revision,
            modified INTEGER NOT NULL, mode TEXT, from_at INTEGER NOT NULL,
            until_at INTEGER NOT NULL, from_segment INTEGER NOT NULL,
            until_segment INTEGER NOT NULL, CHECK (from_at <= until_at),
            CHECK (from_segment <= until_segment))""",
          "CREATE INDEX state_file ON state (file)",
          """
          CREATE TABLE folder_state (path INTEGER NOT NULL REFERENCES path,
            folder INTEGER REFERENCES path, modified INTEGER NOT NULL, mode TEXT,
            from_at INTEGER NOT NULL, until_at INTEGER NOT NULL, from_segment INTEGER NOT NULL,
            until_segment INTEGER NOT NULL, CHECK (from_at <= until_at),
            CHECK (from_segment <= until_segment))""",
          "CREATE INDEX folder_state_path ON folder_state (path, until_at)",
          // Items as their metadata says them.
          """
          CREATE TABLE receipt_item (segment INTEGER REFERENCES segment, line INTEGER,
            item TEXT NOT NULL, PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          // What drills measured; what they proved say receipt items.
          """
          CREATE TABLE drill (segment INTEGER PRIMARY KEY REFERENCES segment,
            sampled INTEGER NOT NULL, of_all INTEGER NOT NULL, opened INTEGER NOT NULL,
            bytes INTEGER NOT NULL, millis INTEGER NOT NULL, full_millis INTEGER NOT NULL)""",
          // Every note that a revision ever had; the last one counts.
          """
          CREATE TABLE note (id INTEGER PRIMARY KEY,
            revision INTEGER NOT NULL REFERENCES revision, text TEXT NOT NULL,
            at INTEGER NOT NULL, person TEXT NOT NULL,
            segment INTEGER NOT NULL REFERENCES segment)""",
          "CREATE INDEX note_revision ON note (revision)",
          """
          CREATE TABLE good (revision INTEGER PRIMARY KEY REFERENCES revision,
            at INTEGER NOT NULL, person TEXT NOT NULL)""",
          // What is doubtful about revisions, by which somebody may have meant it.
          """
          CREATE TABLE finding (revision INTEGER REFERENCES revision, kind TEXT,
            strength TEXT NOT NULL, measured INTEGER NOT NULL, usual INTEGER NOT NULL,
            other INTEGER, at INTEGER NOT NULL, PRIMARY KEY (revision, kind)) WITHOUT ROWID""",
          """
          CREATE TABLE meant (revision INTEGER PRIMARY KEY REFERENCES revision,
            why TEXT NOT NULL, at INTEGER NOT NULL, person TEXT NOT NULL)""",
          // Many files hurt at once, between two commits; who decided on it.
          """
          CREATE TABLE mass_event (shelf INTEGER NOT NULL REFERENCES shelf,
            first INTEGER NOT NULL, last INTEGER NOT NULL, damaged INTEGER NOT NULL,
            scrambled INTEGER NOT NULL, removed INTEGER NOT NULL, why TEXT, at INTEGER,
            person TEXT, PRIMARY KEY (shelf, first), CHECK (first <= last))""",
          // Commits of which all revisions were examined.
          "CREATE TABLE screened (segment INTEGER PRIMARY KEY)",
          // The same as far as only this desk knows it yet; it can be found out again.
          "CREATE TABLE examined (segment INTEGER PRIMARY KEY)",
          // Revisions that were let go and are still there until then.
          """
          CREATE TABLE on_notice (revision INTEGER PRIMARY KEY REFERENCES revision,
            until INTEGER NOT NULL, cause TEXT NOT NULL, at INTEGER NOT NULL,
            person TEXT NOT NULL)""",
          """
          CREATE TABLE held (revision INTEGER PRIMARY KEY REFERENCES revision,
            why TEXT NOT NULL, at INTEGER NOT NULL, person TEXT NOT NULL,
            until INTEGER NOT NULL)""",
          """
          CREATE TABLE arrived (revision INTEGER PRIMARY KEY REFERENCES revision,
            name TEXT NOT NULL, folder TEXT NOT NULL, modified INTEGER NOT NULL)""",
          // What could not be read where it lies, as far as somebody tried.
          "CREATE TABLE hurt (id BLOB PRIMARY KEY) WITHOUT ROWID",
          // Lines of which nobody can read what they say, see Gaps.
          """
          CREATE TABLE gap (segment INTEGER REFERENCES segment, line INTEGER, shelf INTEGER,
            file INTEGER, number INTEGER, PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          "CREATE INDEX gap_file ON gap (file) WHERE file IS NOT NULL",
          // What files were found to hold by reading them; it can be found out again.
          """
          CREATE TABLE looked (file INTEGER PRIMARY KEY, revision INTEGER NOT NULL, file_key TEXT,
            at INTEGER NOT NULL)""",
          // What people say of a file, as its metadata says it.
          "CREATE TABLE described (file INTEGER PRIMARY KEY, says TEXT NOT NULL)",
          // What large contents are made of, as far as it could be read.
          "CREATE TABLE part (content BLOB PRIMARY KEY, ids BLOB NOT NULL) WITHOUT ROWID",
          // Large contents whose parts are counted among the needs, if they were known.
          """
          CREATE TABLE counted (content BLOB PRIMARY KEY, levels INTEGER NOT NULL,
            known INTEGER NOT NULL) WITHOUT ROWID""",
          "CREATE INDEX counted_unknown ON counted (content) WHERE known = 0",
          // What files cost, as it was counted last; at which commit, tells "about".
          """
          CREATE TABLE file_cost (file INTEGER PRIMARY KEY, revisions INTEGER NOT NULL,
            current INTEGER NOT NULL, history INTEGER NOT NULL, alone INTEGER NOT NULL)""",
          // What contents are recognised by, as far as somebody asked; it can be found out again.
          "CREATE TABLE traits (content BLOB PRIMARY KEY, traits BLOB NOT NULL) WITHOUT ROWID",
          """
          CREATE TABLE snapshot (id INTEGER PRIMARY KEY,
            segment INTEGER NOT NULL REFERENCES segment,
            shelf INTEGER NOT NULL REFERENCES shelf, path BLOB NOT NULL, label TEXT NOT NULL,
            reason TEXT NOT NULL, cause TEXT NOT NULL, at INTEGER NOT NULL,
            person TEXT NOT NULL, unlabelled INTEGER REFERENCES segment)""");

  /**
   * Indexes of which only questions make use. They are made when everything is there: to add to
   * them with each revision takes longer.
   */
  public static final List<String> AFTERWARDS =
      List.of(
          // All that a care plan looks at, so that the wide rows need not be read for it.
          """
          CREATE INDEX IF NOT EXISTS revision_lineage ON revision (file, number, current_from,
            current_until, after_removal, size, origin, at)""",
          "CREATE INDEX IF NOT EXISTS chunk_record ON chunk (record)",
          STATE_PATH,
          "CREATE INDEX IF NOT EXISTS folder_state_folder ON folder_state (folder, until_at, from_at)",
          "CREATE INDEX IF NOT EXISTS file_touched ON file (shelf, touched)",
          // Where files that are present lie is in state_path.
          "CREATE INDEX IF NOT EXISTS file_gone_from ON file (gone_from) WHERE gone_from IS NOT NULL",
          "CREATE INDEX IF NOT EXISTS file_gone ON file (shelf) WHERE NOT present",
          // In the order in which a folder's lines are shown.
          "CREATE INDEX IF NOT EXISTS path_folder ON path (folder, CAST(inner AS TEXT) COLLATE NOCASE)",
          "CREATE INDEX IF NOT EXISTS revision_content ON revision (content)",
          // Without a summary are only those that changed and were not looked at yet.
          """
          CREATE INDEX IF NOT EXISTS revision_unsummed ON revision (id) WHERE summary IS NULL""");

  private Schema() {}
}
