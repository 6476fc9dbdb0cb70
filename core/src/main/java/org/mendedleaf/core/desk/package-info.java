/**
 * What a desk remembers between two runs: every file of it is written and read by {@link
 * org.mendedleaf.core.desk.DeskFile}, in folders that only their owner may look into.
 *
 * <p>Knows nobody.
 */
package org.mendedleaf.core.desk;
