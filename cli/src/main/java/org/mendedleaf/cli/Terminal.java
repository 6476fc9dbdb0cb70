package org.mendedleaf.cli;

import java.io.PrintStream;
import java.nio.file.Path;

/**
 * Where a command was typed: its streams and its folder. A command may be run by another process
 * than the one in whose terminal it was typed, so nothing asks the process itself.
 *
 * @param out answers, and with --json nothing else
 * @param err progress and messages
 * @param folder relative paths start here
 */
public record Terminal(PrintStream out, PrintStream err, Path folder) {}
