/** The frame around every page: areas, top bar, jobs, actions. */
@NullMarked
package org.mendedleaf.desktop.frame;

import org.jspecify.annotations.NullMarked;
