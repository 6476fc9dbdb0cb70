/** The demo office: an invented sail loft, its story, and the tour that takes its pictures. */
@NullMarked
package org.mendedleaf.demo;

import org.jspecify.annotations.NullMarked;
