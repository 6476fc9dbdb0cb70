/** All that was ever done, by whom and when. */
package org.mendedleaf.desktop.ledger;
