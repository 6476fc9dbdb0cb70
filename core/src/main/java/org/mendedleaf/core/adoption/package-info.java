/**
 * A new computer: the recovery sheet of a desk, and how another desk takes the place of one that is
 * no more.
 */
@NullMarked
package org.mendedleaf.core.adoption;

import org.jspecify.annotations.NullMarked;
