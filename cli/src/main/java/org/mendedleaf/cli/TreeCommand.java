package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.GapAnswer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Gap;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.ContentReader;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** A shelf at a moment. */
@Command(name = "tree", description = "Show a shelf, or a folder of it, as it was at a moment.")
final class TreeCommand extends OfficeCommand {

  @Parameters(paramLabel = "SHELF[:folder]")
  private String place;

  @Mixin private WhenOptions when;

  @Option(names = "--removed", description = "Also what had been removed by then, as it was last.")
  private boolean removed;

  @Option(names = "--sha256", description = "Also the SHA-256 of each file's bytes.")
  private boolean sha256;

  @Override
  Answer answer(Office office) throws IOException {
    ShelfFolder asked = ShelfFolder.parse(office, place);
    Shelf shelf = asked.shelf();
    OfficeSettings settings = office.settings();
    Moment moment = when.moment(office, shelf);
    requireFolder(office, asked, moment);
    ObjectNode node = Json.object();
    node.put("shelf", shelf.name()).put("at", moment.instant().toString());
    if (moment instanceof Moment.InSnapshot in) {
      node.put("snapshot", in.snapshot().id());
    }
    node.put("zone", settings.zone().getId());
    Optional<Instant> captured = office.moments().capturedBefore(shelf, moment.instant());
    captured.ifPresentOrElse(
        when -> node.put("capturedAt", when.toString()), () -> node.putNull("capturedAt"));
    ArrayNode entries = node.putArray("entries");
    StringBuilder text = new StringBuilder();
    text.append(
        "%s at %s%n".formatted(shelf.name(), Text.moment(moment.instant(), settings.zone())));
    ContentReader contents = office.files().contents(shelf.store());
    for (MomentEntry row : office.moments().rows(shelf, asked.folder(), moment, removed)) {
      entries.add(Json.entry(row, contents, sha256));
      text.append(line(row.entry())).append(Text.became(row, settings.zone())).append("\n");
    }
    List<Gap> gaps = office.moments().gaps(shelf);
    GapAnswer.put(node, gaps);
    return Answer.done(node, text + GapAnswer.onShelf(gaps, settings.zone()));
  }

  private void requireFolder(Office office, ShelfFolder asked, Moment moment) throws IOException {
    if (asked.folder().isRoot()) {
      return;
    }
    boolean there =
        office.moments().folder(asked.shelf(), asked.folder().folder(), moment, true).stream()
            .map(MomentEntry::entry)
            .anyMatch(
                entry ->
                    entry.kind() == TreeEntry.EntryKind.FOLDER
                        && entry.path().equals(asked.folder()));
    if (!there) {
      throw new SentenceException(
          "There was no folder %s on the shelf “%s” at that moment."
              .formatted(asked.folder().shown(), asked.shelf().name()));
    }
  }

  private static String line(TreeEntry entry) {
    return switch (entry.kind()) {
      case FOLDER -> "%s/".formatted(entry.path().shown());
      case LINK -> "%s -> %s".formatted(entry.path().shown(), entry.link().orElse(""));
      case FILE ->
          "%s  %s  %d bytes"
              .formatted(
                  entry.path().shown(),
                  Revision.numbered(entry.revision().orElse(0)),
                  entry.size());
    };
  }
}
