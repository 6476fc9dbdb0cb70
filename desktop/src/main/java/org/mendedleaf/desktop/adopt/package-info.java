/** Taking the place of a computer that is lost. */
@NullMarked
package org.mendedleaf.desktop.adopt;

import org.jspecify.annotations.NullMarked;
