/** Gathering copies: what may be one file, in which order, and making it one. */
package org.mendedleaf.desktop.gather;
