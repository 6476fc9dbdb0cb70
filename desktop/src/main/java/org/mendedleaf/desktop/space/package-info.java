/** What is recorded costs, and what would be free without some of it. */
package org.mendedleaf.desktop.space;
