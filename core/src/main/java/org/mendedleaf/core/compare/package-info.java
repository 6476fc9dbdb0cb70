/**
 * Looking inside contents: kinds, previews, and who a document says saved it.
 *
 * <p>Readers of foreign formats run in a child process of ours with a heap of its own and no
 * network, killed at its deadline; what comes back are values. Start reading at {@link
 * org.mendedleaf.core.compare.ReaderProcess}.
 */
package org.mendedleaf.core.compare;
