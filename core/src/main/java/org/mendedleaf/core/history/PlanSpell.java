package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/**
 * A time during which a shelf had one care plan.
 *
 * @param plan as it was set; empty where the shelf had none, so that everything was kept
 * @param until when another replaced it; empty for the present one
 * @param by who set it; empty where nobody did
 */
public record PlanSpell(
    Optional<String> plan, Instant from, Optional<Instant> until, Optional<String> by) {}
