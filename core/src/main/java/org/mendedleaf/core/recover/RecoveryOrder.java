package org.mendedleaf.core.recover;

import java.util.List;

/**
 * An order to recover from one shelf: what, where to, and how.
 *
 * @param shelf that all picks are from
 */
public record RecoveryOrder(long shelf, List<Pick> picks, Handling handling) {

  public RecoveryOrder {
    picks = List.copyOf(picks);
  }

  public RecoveryOrder(
      long shelf,
      List<Pick> picks,
      Destination destination,
      IfThere ifThere,
      LaterFiles laterFiles) {
    this(shelf, picks, new Handling(destination, ifThere, laterFiles));
  }

  public Destination destination() {
    return handling.destination();
  }

  public IfThere ifThere() {
    return handling.ifThere();
  }

  public LaterFiles laterFiles() {
    return handling.laterFiles();
  }
}
