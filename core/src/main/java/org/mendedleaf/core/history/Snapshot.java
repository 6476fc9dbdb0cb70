package org.mendedleaf.core.history;

import java.time.Instant;

/**
 * A labelled state of a shelf, or of a folder in it. It is a place in the log, so nothing that is
 * recorded later changes what it holds.
 *
 * @param id its number in the store
 * @param segment everything up to this act belongs to it
 * @param folder the root for the whole shelf
 * @param reason why it was taken, in a person's words; may be empty
 * @param cause what took it: {@link #BY_HAND} or {@link #SCHEDULE}
 * @param taken when
 * @param by who
 * @param unlabelled whether it was let go
 */
public record Snapshot(
    long id,
    long segment,
    long shelf,
    InnerPath folder,
    String label,
    String reason,
    String cause,
    Instant taken,
    String by,
    boolean unlabelled) {

  /** The cause of those that a person took. */
  public static final String BY_HAND = "by hand";

  /** The cause of those that a care plan has taken automatically. */
  public static final String SCHEDULE = "schedule";
}
