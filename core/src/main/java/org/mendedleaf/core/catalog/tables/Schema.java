package org.mendedleaf.core.catalog.tables;

import java.util.List;

/**
 * The catalogue's tables. A change of the schema is a new {@link #VERSION}, and a new version is a
 * rebuild. Times are nanoseconds since 1970; {@link Times#NEVER} ends what has not ended.
 */
public final class Schema {

  public static final int VERSION = 22;

  static final String STATE_PATH =
      "CREATE INDEX IF NOT EXISTS state_path ON state (path, until_at, from_at)";

  public static final List<String> TABLES =
      List.of(
          "CREATE TABLE about (key TEXT PRIMARY KEY, value BLOB) WITHOUT ROWID",
          """
          CREATE TABLE segment (number INTEGER PRIMARY KEY, hash BLOB, act TEXT, at INTEGER,
            desk TEXT, person TEXT, shelf INTEGER, undoes INTEGER, lines INTEGER, saved INTEGER,
            gone INTEGER, moved INTEGER, run TEXT, about TEXT, counts_from INTEGER)""",
          "CREATE INDEX segment_run ON segment (run) WHERE run IS NOT NULL",
          "CREATE INDEX segment_undoes ON segment (undoes) WHERE undoes IS NOT NULL",
          "CREATE INDEX segment_shelf ON segment (shelf, at)",
          """
          CREATE TABLE sheaf (id INTEGER PRIMARY KEY, name TEXT UNIQUE, segment INTEGER,
            retired_at INTEGER, retired_in INTEGER)""",
          // Further records that hold what the chunk's row says of one only.
          "CREATE TABLE copy (id BLOB, record INTEGER, PRIMARY KEY (id, record)) WITHOUT ROWID",
          // Records that lean on this chunk.
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
          CREATE TABLE naming (content BLOB, segment INTEGER, line INTEGER,
            PRIMARY KEY (content, segment, line)) WITHOUT ROWID""",
          // Lines of the log that speak of this file, and what proves that they are all, see
          // Mentions.
          """
          CREATE TABLE mention (file INTEGER, segment INTEGER, line INTEGER, counted INTEGER,
            PRIMARY KEY (file, segment, line)) WITHOUT ROWID""",
          """
          CREATE TABLE mentions (file INTEGER PRIMARY KEY, lines INTEGER NOT NULL,
            sum INTEGER NOT NULL, proof INTEGER NOT NULL)""",
          """
          CREATE TABLE record (id INTEGER PRIMARY KEY, sheaf INTEGER, offset INTEGER,
            length INTEGER, depth INTEGER, holds INTEGER)""",
          "CREATE INDEX record_sheaf ON record (sheaf)",
          // Where the same record lies when its sheaf is written anew, see SheafTable.
          "CREATE INDEX record_holds ON record (holds)",
          """
          CREATE TABLE chunk (id BLOB PRIMARY KEY, record INTEGER, start INTEGER, size INTEGER)
            WITHOUT ROWID""",
          """
          CREATE TABLE shelf (id INTEGER PRIMARY KEY, name TEXT, kind TEXT, folder TEXT,
            at INTEGER, first_done INTEGER, files INTEGER, revisions INTEGER)""",
          """
          CREATE TABLE issue (file INTEGER, letter INTEGER, revision INTEGER, at INTEGER,
            person TEXT, PRIMARY KEY (file, letter))""",
          """
          CREATE TABLE shelf_setting (shelf INTEGER, what TEXT, line TEXT, at INTEGER,
            PRIMARY KEY (shelf, what))""",
          """
          CREATE TABLE path (id INTEGER PRIMARY KEY, shelf INTEGER, folder INTEGER, inner BLOB,
            named_like INTEGER, UNIQUE (shelf, inner))""",
          // Another path that stands in the index of names for this one: it has the same name.
          "CREATE INDEX path_named_like ON path (named_like) WHERE named_like IS NOT NULL",
          // Lines that moved whole folders, see FolderMoves.
          """
          CREATE TABLE folder_move (segment INTEGER, line INTEGER, shelf INTEGER,
            PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          // The state is the one that stands; without one, the file is not there.
          """
          CREATE TABLE file (id INTEGER PRIMARY KEY, shelf INTEGER, path INTEGER, present INTEGER,
            last_number INTEGER, current INTEGER, touched INTEGER, state INTEGER)""",
          // Files of which nothing is left; their ids and numbers are never given again.
          "CREATE TABLE erased (file INTEGER PRIMARY KEY, last_number INTEGER)",
          // Paths that a file had before the present one.
          "CREATE TABLE former (path INTEGER, file INTEGER, PRIMARY KEY (path, file)) WITHOUT ROWID",
          // Who saved any revision of which file, for the search.
          "CREATE TABLE saver (id INTEGER PRIMARY KEY, name TEXT UNIQUE)",
          "CREATE TABLE saved (saver INTEGER, file INTEGER, PRIMARY KEY (saver, file)) WITHOUT ROWID",
          // Row ids are those of the paths; the names are folded, see NameIndex.
          """
          CREATE VIRTUAL TABLE name_part USING fts5(name, content='', detail=none,
            tokenize='trigram case_sensitive 1')""",
          """
          CREATE VIRTUAL TABLE name_word USING fts5(name, content='', detail=none,
            tokenize='unicode61', prefix='1 2')""",
          "INSERT INTO name_part (name_part, rank) VALUES ('secure-delete', 1)",
          "INSERT INTO name_word (name_word, rank) VALUES ('secure-delete', 1)",
          """
          CREATE TABLE revision (id INTEGER PRIMARY KEY, file INTEGER, number INTEGER,
            segment INTEGER, line INTEGER, at INTEGER, current_from INTEGER, current_until INTEGER,
            path INTEGER, size INTEGER, modified INTEGER, mode TEXT, owner TEXT, file_key TEXT,
            content BLOB, levels INTEGER, link BLOB, origin TEXT, from_number INTEGER,
            desk TEXT, person TEXT, after_removal INTEGER, saver TEXT, saver_source TEXT,
            summary TEXT, UNIQUE (file, number))""",
          "CREATE INDEX revision_line ON revision (segment, line)",
          """
          CREATE TABLE state (id INTEGER PRIMARY KEY, file INTEGER, path INTEGER,
            revision INTEGER, modified INTEGER, mode TEXT, from_at INTEGER, until_at INTEGER,
            from_segment INTEGER, until_segment INTEGER)""",
          "CREATE INDEX state_file ON state (file)",
          """
          CREATE TABLE folder_state (path INTEGER, folder INTEGER, modified INTEGER, mode TEXT,
            from_at INTEGER, until_at INTEGER, from_segment INTEGER, until_segment INTEGER)""",
          "CREATE INDEX folder_state_path ON folder_state (path, until_at)",
          // Items as their metadata says them.
          """
          CREATE TABLE receipt_item (segment INTEGER, line INTEGER, item TEXT,
            PRIMARY KEY (segment, line)) WITHOUT ROWID""",
          // Every note that a revision ever had; the last one counts.
          """
          CREATE TABLE note (id INTEGER PRIMARY KEY, revision INTEGER, text TEXT, at INTEGER,
            person TEXT, segment INTEGER)""",
          "CREATE INDEX note_revision ON note (revision)",
          "CREATE TABLE good (revision INTEGER PRIMARY KEY, at INTEGER, person TEXT)",
          // Let go, and still there until then.
          """
          CREATE TABLE on_notice (revision INTEGER PRIMARY KEY, until INTEGER, by_hand INTEGER,
            at INTEGER, person TEXT)""",
          """
          CREATE TABLE held (revision INTEGER PRIMARY KEY, why TEXT, at INTEGER, person TEXT)""",
          """
          CREATE TABLE arrived (revision INTEGER PRIMARY KEY, name TEXT, folder TEXT,
            modified INTEGER)""",
          // What could not be read where it lies, as far as somebody tried.
          "CREATE TABLE hurt (id BLOB PRIMARY KEY) WITHOUT ROWID",
          // What files were found to hold by reading them; it can be found out again.
          """
          CREATE TABLE looked (file INTEGER PRIMARY KEY, revision INTEGER NOT NULL, file_key TEXT,
            at INTEGER NOT NULL)""",
          // What people say of a file, as its metadata says it.
          "CREATE TABLE described (file INTEGER PRIMARY KEY, says TEXT)",
          // What large contents are made of, as far as it could be read.
          "CREATE TABLE part (content BLOB PRIMARY KEY, ids BLOB) WITHOUT ROWID",
          // Large contents whose parts are counted among the needs, if they were known.
          """
          CREATE TABLE counted (content BLOB PRIMARY KEY, levels INTEGER, known INTEGER)
            WITHOUT ROWID""",
          "CREATE INDEX counted_unknown ON counted (content) WHERE known = 0",
          // What files cost, as it was counted last; at which commit, tells "about".
          """
          CREATE TABLE file_cost (file INTEGER PRIMARY KEY, revisions INTEGER, current INTEGER,
            history INTEGER, alone INTEGER)""",
          // What contents are recognised by, as far as somebody asked; it can be found out again.
          "CREATE TABLE traits (content BLOB PRIMARY KEY, traits BLOB) WITHOUT ROWID",
          """
          CREATE TABLE snapshot (id INTEGER PRIMARY KEY, segment INTEGER, shelf INTEGER, path BLOB,
            label TEXT, reason TEXT, cause TEXT, at INTEGER, person TEXT, unlabelled INTEGER)""");

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
          // Where those are that are there says state_path.
          "CREATE INDEX IF NOT EXISTS file_gone_from ON file (path) WHERE NOT present",
          "CREATE INDEX IF NOT EXISTS file_gone ON file (shelf) WHERE NOT present",
          // In the order in which a folder's lines are shown.
          "CREATE INDEX IF NOT EXISTS path_folder ON path (folder, CAST(inner AS TEXT) COLLATE NOCASE)",
          "CREATE INDEX IF NOT EXISTS revision_content ON revision (content)",
          // Without a summary are only those that changed and were not looked at yet.
          """
          CREATE INDEX IF NOT EXISTS revision_unsummed ON revision (id) WHERE summary IS NULL""");

  private Schema() {}
}
