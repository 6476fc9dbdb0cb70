/** What is stored costs: what belongs to one revision or file alone, what is shared. */
package org.mendedleaf.core.space;
