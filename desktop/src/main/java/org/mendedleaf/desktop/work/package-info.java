/**
 * Shared by the pages of all areas: the office they ask, and acts that more than one of them does.
 */
@NullMarked
package org.mendedleaf.desktop.work;

import org.jspecify.annotations.NullMarked;
