/**
 * The area Mending tray: what has been picked, its rehearsal, and receipts. Start reading at {@link
 * org.mendedleaf.desktop.tray.TrayPage}.
 */
@NullMarked
package org.mendedleaf.desktop.tray;

import org.jspecify.annotations.NullMarked;
