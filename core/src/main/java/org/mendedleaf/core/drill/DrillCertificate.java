package org.mendedleaf.core.drill;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.ReceiptItem;

/**
 * The result of a drill and its proofs.
 *
 * @param store the store's folder
 * @param act in the ledger, whose hash chain seals it; empty where the store can only be read
 * @param figures what was measured
 * @param proofs each revision that was tried, as far as the ledger keeps them; what failed first
 */
public record DrillCertificate(
    Path store, Optional<LedgerEntry> act, DrillFigures figures, List<DrillProof> proofs) {

  /** The words by which the ledger says that a reader opened a revision. */
  static final String OPENED = "opened: ";

  public DrillCertificate {
    proofs = List.copyOf(proofs);
  }

  /**
   * One revision that was tried.
   *
   * @param where its shelf and its path there
   * @param content the hash under which its bytes were recorded; empty for a link
   * @param whole whether what came back is what was recorded, bit for bit
   * @param found how much a reader found in it; empty if none could open it
   * @param why what is wrong with it; empty if nothing is
   */
  public record DrillProof(
      String where,
      OptionalLong file,
      OptionalInt revision,
      long bytes,
      String content,
      boolean whole,
      Optional<String> found,
      String why) {

    static DrillProof of(ReceiptItem item) {
      boolean whole = item.outcome() == ReceiptItem.Outcome.RECOVERED;
      boolean opened = item.why().startsWith(OPENED);
      return new DrillProof(
          item.target(),
          item.file(),
          item.revision(),
          item.bytes(),
          item.wrote().flatMap(state -> state.content()).map(of -> of.id().hex()).orElse(""),
          whole,
          opened ? Optional.of(item.why().substring(OPENED.length())) : Optional.empty(),
          opened ? "" : item.why());
    }
  }

  /** What did not come back as it was recorded. */
  public List<DrillProof> failed() {
    return proofs.stream().filter(proof -> !proof.whole()).toList();
  }

  /** How many revisions came back as they were recorded. */
  public int whole() {
    long failed = failed().stream().filter(proof -> proof.revision().isPresent()).count();
    return figures.sampled() - (int) failed;
  }

  /** How long recovering every current file would take, by what was measured. */
  public Duration fullRecovery() {
    return Duration.ofMillis(figures.fullMillis());
  }
}
