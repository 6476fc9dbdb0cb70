/** What is recorded costs, and what would be free without some of it. */
@NullMarked
package org.mendedleaf.desktop.space;

import org.jspecify.annotations.NullMarked;
