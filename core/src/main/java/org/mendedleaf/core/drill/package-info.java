/**
 * Drills: a sample of what is recorded is recovered to a scratch place, compared with what was
 * recorded, opened where a reader knows its kind, and certified in the ledger.
 */
@NullMarked
package org.mendedleaf.core.drill;

import org.jspecify.annotations.NullMarked;
