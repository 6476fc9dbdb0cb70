/** Where one is in the window, where one can go from there, and what can be done on a page. */
@NullMarked
package org.mendedleaf.desktop.work.navigation;

import org.jspecify.annotations.NullMarked;
