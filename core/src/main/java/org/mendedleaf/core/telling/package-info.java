/**
 * Telling people at once what is surely damaged and what many files met with, outside of the window
 * too: once each, and not in quiet hours. Start at {@code Telling}.
 */
@NullMarked
package org.mendedleaf.core.telling;

import org.jspecify.annotations.NullMarked;
