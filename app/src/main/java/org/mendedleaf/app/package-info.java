/** The one composition root: decides whether a command line is for the window or runs here. */
@NullMarked
package org.mendedleaf.app;

import org.jspecify.annotations.NullMarked;
