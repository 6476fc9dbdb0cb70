/**
 * The area in which files from outside are brought in. Start reading at {@link
 * org.mendedleaf.desktop.intake.BringInPage}.
 */
@NullMarked
package org.mendedleaf.desktop.intake;

import org.jspecify.annotations.NullMarked;
