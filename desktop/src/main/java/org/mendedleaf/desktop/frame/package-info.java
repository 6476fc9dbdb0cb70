/** What surrounds every page: areas, top bar, jobs, actions. */
package org.mendedleaf.desktop.frame;
