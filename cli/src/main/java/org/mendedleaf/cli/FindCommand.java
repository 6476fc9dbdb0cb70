package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.List;
import java.util.OptionalInt;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.office.Office;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Finds files by any name they ever had. */
@Command(
    name = "find",
    description = {
      "Find files by parts of any name they ever had, of a folder, or of who saved them;",
      "“removed” asks for what is gone, and “pictures”, “tables”, “documents” for a kind."
    })
final class FindCommand extends OfficeCommand {

  @Parameters(paramLabel = "WORDS", arity = "1..*")
  private List<String> words;

  @Option(names = "--limit", paramLabel = "N", defaultValue = "200")
  private int limit;

  @Override
  Answer answer(Office office) throws IOException {
    if (limit < 1) {
      throw new SentenceException("--limit is at least 1; %d is not.".formatted(limit));
    }
    Search.Hits answer = office.search().find(String.join(" ", words), limit);
    ObjectNode node = Json.object();
    ArrayNode files = node.putArray("files");
    StringBuilder text = new StringBuilder();
    for (Search.SearchHit found : answer.files()) {
      FileLife life = office.files().life(found.ref());
      List<String> former = life.formerPaths().stream().map(p -> p.shown()).toList();
      ObjectNode file = Json.found(found, former);
      life.findings().lastGood().ifPresent(good -> file.put("lastGood", good));
      files.add(file);
      text.append(line(found, life, office));
    }
    node.put("more", answer.more());
    ArrayNode searched = node.putArray("searched");
    answer.searched().forEach(place -> searched.add(Json.searched(place)));
    if (!answer.notSearched().isEmpty()) {
      ArrayNode notSearched = node.putArray("notSearched");
      answer.notSearched().forEach(notSearched::add);
    }
    if (answer.files().isEmpty()) {
      text.append("Nothing that was ever recorded is called so. Looked in:%n".formatted());
      for (Search.Searched place : answer.searched()) {
        text.append(
            "  the shelf “%s” in %s, recorded since %s: %d files, %d revisions%n"
                .formatted(
                    place.shelf(),
                    place.store(),
                    Text.moment(place.since(), office.settings().zone()),
                    place.files(),
                    place.revisions()));
      }
    } else if (answer.more()) {
      text.append("There are more; another word narrows it.%n".formatted());
    }
    answer.notSearched().forEach(why -> text.append("Not looked in: %s%n".formatted(why)));
    return Answer.done(node, text.toString());
  }

  private static String line(Search.SearchHit found, FileLife life, Office office) {
    return "id:%d  %s:%s%s  %s, %s%s%s%n"
        .formatted(
            found.file().id(),
            found.shelf().name(),
            found.file().path().shown(),
            found.file().present() ? "" : " (removed)",
            Revision.numbered(found.newest().number()),
            Text.moment(found.newest().currentFrom(), office.settings().zone()),
            found.formerly().map(path -> ", once called " + path.shown()).orElse(""),
            doubt(life));
  }

  private static String doubt(FileLife life) {
    if (!life.findings().isOpen(life.newest(), life.marks(life.newest()))) {
      return "";
    }
    OptionalInt good = life.findings().lastGood();
    return ", doubtful"
        + (good.isPresent() ? "; last good: " + Revision.numbered(good.getAsInt()) : "");
  }
}
