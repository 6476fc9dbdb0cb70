/** Texts from the resource bundle, and how times and sizes are shown. */
package org.mendedleaf.desktop.words;
