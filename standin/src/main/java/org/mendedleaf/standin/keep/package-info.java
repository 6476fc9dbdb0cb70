/**
 * What a stand-in keeps: files with their earlier states, as a folder on this computer. It knows no
 * protocol, and it shares no code with what it is there to try. Start at {@code Keep}.
 */
@NullMarked
package org.mendedleaf.standin.keep;

import org.jspecify.annotations.NullMarked;
