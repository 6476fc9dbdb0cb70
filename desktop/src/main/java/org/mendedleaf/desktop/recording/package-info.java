/**
 * What is said about a shelf as a whole: whether it is recorded, what it leaves out, who may what.
 */
package org.mendedleaf.desktop.recording;
