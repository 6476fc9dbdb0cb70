/**
 * Storages that keep earlier states of files themselves: what can be asked of them, done there and
 * set there, whatever their kind. Adapters speak to real ones; nothing here asks which. Start at
 * {@code Storage}.
 */
@NullMarked
package org.mendedleaf.core.outside;

import org.jspecify.annotations.NullMarked;
