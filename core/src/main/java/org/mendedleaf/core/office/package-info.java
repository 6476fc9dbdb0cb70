/**
 * The facade that the window and the command line use: the desk with its stores and shelves, and
 * every act and question on them.
 *
 * <p>Knows all packages of the core; nobody in the core knows it. Start reading at {@link
 * org.mendedleaf.core.office.Office}.
 */
package org.mendedleaf.core.office;
