package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.losses.LossAnswer;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** What would be lost. */
@Command(
    name = "what-if",
    description = {
      "Say what would be lost and what would come back if the drive died, the computer was gone, somebody",
      "emptied the folders or encrypted everything in them, or the office burned down."
    })
final class WhatIfCommand extends OfficeCommand {

  @Mixin private StoreOption store;

  @Override
  Answer answer(Office office) throws IOException {
    List<LossAnswer> answers = office.losses().of(store.id(office));
    ZoneId zone = office.settings().zone();
    ObjectNode node = Json.object();
    ArrayNode array = node.putArray("answers");
    StringBuilder text = new StringBuilder();
    for (LossAnswer one : answers) {
      String sentence = one.sentence(words(zone));
      ObjectNode answer = array.addObject().put("loss", one.loss().word());
      answer.put("fate", one.fate().name().toLowerCase(Locale.ROOT).replace('_', '-'));
      one.from().ifPresent(from -> answer.put("from", from.toString()));
      one.since().ifPresent(since -> answer.put("since", since.toString()));
      one.behind()
          .ifPresent(
              behind -> {
                ObjectNode shelf = answer.putObject("behind").put("shelf", behind.shelf());
                behind.since().ifPresent(since -> shelf.put("since", since.toString()));
              });
      one.keptUntil().ifPresent(until -> answer.put("keptUntil", until.toString()));
      answer.put("sentence", sentence);
      one.advice().ifPresent(step -> answer.put("step", step));
      text.append("%s: %s%n".formatted(one.loss().said(), sentence));
      one.advice().ifPresent(step -> text.append("  %s%n".formatted(step)));
    }
    if (answers.isEmpty()) {
      text.append(
          "No shelf of this store has its folder on this computer, so nothing of it can be lost here.%n"
              .formatted());
    }
    return Answer.done(node, text.toString());
  }

  private static LossAnswer.LossWords words(ZoneId zone) {
    return new LossAnswer.LossWords() {
      @Override
      public String moment(Instant at) {
        return Text.moment(at, zone);
      }

      @Override
      public String place(Path folder) {
        return folder.toString();
      }
    };
  }
}
