package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.history.ShelfSetting;

/** The shelves and their settings. Safe for several threads. */
public final class ShelfQuestions {

  private final Sql sql;

  public ShelfQuestions(Sql sql) {
    this.sql = sql;
  }

  /** All shelves; one query asks for them with what was set of them. */
  public List<RecordedShelf> all() throws IOException {
    return sql.list(
        row ->
            new RecordedShelf(
                row.getLong(1),
                row.getString(2),
                ShelfKind.of(row.getString(3)),
                row.getString(4),
                Times.of(row.getLong(5)),
                row.getLong(7),
                row.getLong(8),
                row.getBoolean(6),
                ShelfSetting.settings(said(row.getString(9)))),
        """
        SELECT id, name, kind, folder, at, first_done, files, revisions,
          (SELECT json_group_object(what,
             json_array(COALESCE(plan.line, shelf_setting.line), shelf_setting.at))
           FROM shelf_setting LEFT JOIN plan ON what = 'plan'
             AND plan.name = json_extract(shelf_setting.line, '$.plan.name')
           WHERE shelf_setting.shelf = shelf.id)
        FROM shelf ORDER BY id""");
  }

  private static Map<String, ShelfSetting.SaidSetting> said(String parts) {
    Map<String, ShelfSetting.SaidSetting> said = new HashMap<>();
    MetadataFormat.parse(parts)
        .properties()
        .forEach(
            part ->
                said.put(
                    part.getKey(),
                    new ShelfSetting.SaidSetting(
                        part.getValue().get(0).asText(),
                        Times.of(part.getValue().get(1).asLong()))));
    return said;
  }

  /** Whether the first capture of a shelf, which makes first states, is complete. */
  public boolean firstCaptureDone(long shelf) throws IOException {
    return sql.first(row -> row.getBoolean(1), "SELECT first_done FROM shelf WHERE id = ?", shelf)
        .orElse(false);
  }
}
