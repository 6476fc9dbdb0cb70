package org.mendedleaf.core.catalog;

import java.sql.ResultSet;
import java.sql.SQLException;

/**
 * The name of something that lay in a folder at a moment.
 *
 * @param state by which the catalogue finds the rest of the line
 * @param gone whether it had been removed before the moment
 */
public record MomentName(long state, InnerPath path, boolean isFolder, boolean gone) {

  static MomentName of(ResultSet row, boolean isFolder, boolean gone) throws SQLException {
    return new MomentName(row.getLong(1), InnerPath.ofBytes(row.getBytes(2)), isFolder, gone);
  }
}
