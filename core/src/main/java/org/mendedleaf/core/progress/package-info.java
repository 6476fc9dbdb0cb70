/** How long work tells how far it is and hears that it should stop. Knows nobody. */
package org.mendedleaf.core.progress;
