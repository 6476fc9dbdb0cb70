/**
 * Forecasts of the space that a shelf will take: its own past, drawn again and again, judged under
 * a care plan. Pure; knows plans and the weights of revisions.
 */
@NullMarked
package org.mendedleaf.core.forecast;

import org.jspecify.annotations.NullMarked;
