/**
 * Answers of commands: one object for programs, lines for people, and the exit code. Knows the core
 * as commands do, and no commands. Start at {@link org.mendedleaf.cli.answers.Answer}.
 */
@NullMarked
package org.mendedleaf.cli.answers;

import org.jspecify.annotations.NullMarked;
