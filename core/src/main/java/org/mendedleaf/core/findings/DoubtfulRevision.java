package org.mendedleaf.core.findings;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A revision about which something is or was doubtful.
 *
 * @param at when it was recorded
 * @param findings strongest first
 * @param meant who said that it is as it was meant; empty if nobody did
 */
public record DoubtfulRevision(
    long file, int number, Instant at, List<Finding> findings, Optional<SaidMeant> meant) {

  public DoubtfulRevision {
    findings = List.copyOf(findings);
  }

  /** A person's word that a doubtful revision is as it was meant. */
  public record SaidMeant(String why, Instant at, String by) {}
}
