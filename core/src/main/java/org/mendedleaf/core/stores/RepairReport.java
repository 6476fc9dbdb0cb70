package org.mendedleaf.core.stores;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.joining.JoinReport;

/**
 * The effect of a repair, done or rehearsed.
 *
 * @param mended files of the log and the description that come back from their second copies
 * @param sources files on shelves that still hold what is damaged in the store
 * @param pieces how many pieces of contents are stored again from them
 * @param sheaves how many damaged sheaves are done away with, since everything in them is whole
 *     elsewhere; known only when it is done
 * @param lost files of which revisions stay unreadable
 * @param joined commits of another copy of the log that were committed anew, or would be
 * @param revisions how many revisions are in them
 * @param join what of them is known only when it is done
 */
public record RepairReport(
    int mended,
    List<Path> sources,
    int pieces,
    int sheaves,
    List<VerifyReport.HurtFile> lost,
    long joined,
    long revisions,
    Optional<JoinReport> join) {

  public RepairReport {
    sources = List.copyOf(sources);
    lost = List.copyOf(lost);
  }
}
