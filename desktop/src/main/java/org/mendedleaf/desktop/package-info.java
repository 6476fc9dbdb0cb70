/**
 * The window. One package per area, each with views (nodes) and presenters (no nodes); {@code
 * drawings} holds our own controls, {@code frame} what surrounds every page, {@code words} texts
 * and formats, {@code work} what must not run on the interface thread.
 *
 * <p>Start reading at {@link org.mendedleaf.desktop.frame.MainWindow}.
 */
@NullMarked
package org.mendedleaf.desktop;

import org.jspecify.annotations.NullMarked;
