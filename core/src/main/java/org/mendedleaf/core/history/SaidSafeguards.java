package org.mendedleaf.core.history;

import java.time.Instant;

/**
 * The safeguards of a store as somebody set them once.
 *
 * @param least the least keeping time as a span in words, such as "30 days"; empty for none
 * @param delay after which erasing and loosening take effect, likewise
 * @param at from when this counts; by the order of the log, so that no clock that was put back
 *     makes it earlier than what was set before
 */
public record SaidSafeguards(String least, String delay, Instant at, String by) {}
