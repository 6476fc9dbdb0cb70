package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;

/**
 * What a command answers.
 *
 * @param json the same as the text, for programs
 * @param text lines for people
 */
record Answer(ObjectNode json, String text, int exit) {

  static Answer done(ObjectNode json, String text) {
    return new Answer(json, text, MendedLeafCommand.DONE);
  }
}
