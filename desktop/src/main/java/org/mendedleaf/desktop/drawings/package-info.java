/** Our own controls: properties, skin, CSS. */
@NullMarked
package org.mendedleaf.desktop.drawings;

import org.jspecify.annotations.NullMarked;
