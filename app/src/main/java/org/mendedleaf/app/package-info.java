/** The one composition root: decides whether a command line is for the window or runs here. */
package org.mendedleaf.app;
