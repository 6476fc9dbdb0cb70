/**
 * What commands answer: one object for programs and lines for people, and with which code they end.
 * Knows the core as commands do, and no commands. Start at {@link
 * org.mendedleaf.cli.answers.Answer}.
 */
@NullMarked
package org.mendedleaf.cli.answers;

import org.jspecify.annotations.NullMarked;
