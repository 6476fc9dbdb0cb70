/** The first start. */
package org.mendedleaf.desktop.start;
