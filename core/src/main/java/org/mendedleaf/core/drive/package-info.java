/**
 * The drive: what it can do, and how something is written on it so that it stays.
 *
 * <p>Here it is decided that a file is forced before its name is, that a place is read-only, and
 * who may read what is written. Nothing here knows what is written.
 */
@NullMarked
package org.mendedleaf.core.drive;

import org.jspecify.annotations.NullMarked;
