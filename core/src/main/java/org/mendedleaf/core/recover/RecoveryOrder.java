package org.mendedleaf.core.recover;

import java.util.List;

/**
 * What is to be recovered, where to, and how.
 *
 * @param shelf that all picks are from
 */
public record RecoveryOrder(
    long shelf, List<Pick> picks, Destination destination, IfThere ifThere, LaterFiles laterFiles) {

  public RecoveryOrder {
    picks = List.copyOf(picks);
  }
}
