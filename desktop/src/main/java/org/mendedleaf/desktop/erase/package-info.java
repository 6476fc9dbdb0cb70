/** Destroying revisions for good: what goes, what follows, and the name typed. */
package org.mendedleaf.desktop.erase;
