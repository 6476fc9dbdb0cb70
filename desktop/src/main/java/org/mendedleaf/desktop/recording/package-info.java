/**
 * What is said about a shelf as a whole: whether it is recorded, what it leaves out, who may what.
 */
@NullMarked
package org.mendedleaf.desktop.recording;

import org.jspecify.annotations.NullMarked;
