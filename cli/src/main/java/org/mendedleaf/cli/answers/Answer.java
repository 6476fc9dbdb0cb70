package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * The answer of a command.
 *
 * @param json the same as the text, for programs
 * @param text lines for people
 */
public record Answer(ObjectNode json, String text, int exit) {

  public static Answer done(ObjectNode json, String text) {
    return new Answer(json, text, Exit.DONE);
  }
}
