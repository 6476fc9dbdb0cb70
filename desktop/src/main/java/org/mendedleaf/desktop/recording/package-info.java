/**
 * The settings of a whole shelf: whether it is recorded, what it leaves out, and who may do what.
 */
@NullMarked
package org.mendedleaf.desktop.recording;

import org.jspecify.annotations.NullMarked;
