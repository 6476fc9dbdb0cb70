/**
 * The area in which files from outside are brought in. Start reading at {@link
 * org.mendedleaf.desktop.intake.BringInPage}.
 */
package org.mendedleaf.desktop.intake;
