/** Navigation: places in the window, ways from one to another, and the actions of a page. */
@NullMarked
package org.mendedleaf.desktop.work.navigation;

import org.jspecify.annotations.NullMarked;
