/** Our own controls: properties, skin, CSS. */
package org.mendedleaf.desktop.drawings;
