/** The ledger: everything that was ever done, by whom and when. */
@NullMarked
package org.mendedleaf.desktop.ledger;

import org.jspecify.annotations.NullMarked;
