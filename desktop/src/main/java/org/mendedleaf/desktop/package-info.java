/** The window. */
package org.mendedleaf.desktop;
