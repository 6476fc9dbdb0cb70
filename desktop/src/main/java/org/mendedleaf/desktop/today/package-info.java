/** The matters that need a person today. */
@NullMarked
package org.mendedleaf.desktop.today;

import org.jspecify.annotations.NullMarked;
