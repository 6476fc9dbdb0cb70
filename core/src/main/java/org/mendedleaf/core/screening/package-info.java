/**
 * Screening: examines what was recorded for what is doubtful about it, keeps that in the log, and
 * answers what was found and which state of a file is the last good one. Start at {@code
 * Screenings}.
 */
@NullMarked
package org.mendedleaf.core.screening;

import org.jspecify.annotations.NullMarked;
