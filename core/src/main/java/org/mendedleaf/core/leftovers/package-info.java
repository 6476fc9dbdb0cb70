/**
 * Copies that programs left beside or apart from files: where they are looked for, by which rules
 * they are told, whose they are, and taking them. Start at {@code Leftovers}.
 */
@NullMarked
package org.mendedleaf.core.leftovers;

import org.jspecify.annotations.NullMarked;
