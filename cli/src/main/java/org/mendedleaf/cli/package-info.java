/**
 * The command line: picocli commands over the same office that the window uses. Start reading at
 * {@link org.mendedleaf.cli.MendedLeafCommand}.
 */
@NullMarked
package org.mendedleaf.cli;

import org.jspecify.annotations.NullMarked;
