/**
 * Care plans: which revisions are kept, for how long and why.
 *
 * <p>Judges values and knows neither stores nor catalogues; {@code docs/keep-rules.md} is normative
 * for all of it.
 *
 * <p>Start reading at {@link org.mendedleaf.core.plan.Judgement}.
 */
@NullMarked
package org.mendedleaf.core.plan;

import org.jspecify.annotations.NullMarked;
