/** Destroying revisions for good: what goes, what follows, and the name typed. */
@NullMarked
package org.mendedleaf.desktop.erase;

import org.jspecify.annotations.NullMarked;
