package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.FileComparing;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.office.When;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.FolderComparison;
import org.mendedleaf.core.shelves.FolderComparison.DifferenceKind;
import org.mendedleaf.core.shelves.FolderComparison.FolderDifference;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Compares two states of a file, or a shelf or a folder at two moments. */
@Command(
    name = "compare",
    description = "Compare two states of a file, or a shelf or folder of it at two moments.")
final class CompareCommand extends OfficeCommand {

  private static final String SNAPSHOT = "snapshot:";

  @Parameters(paramLabel = "FILE or SHELF[:folder]")
  private String place;

  @Option(
      names = "--revision",
      paramLabel = "R",
      description = "Of a file: the earlier state, like 15, first or earliest.")
  private Optional<String> revision;

  @Option(
      names = "--format",
      paramLabel = "FORMAT",
      description = "Of a file: unified, for what is compared by lines.")
  private Optional<OutputFormat> format;

  @Option(
      names = "--at",
      paramLabel = "WHEN",
      description = "Of a shelf: a moment, or snapshot:LABEL.")
  private Optional<String> at;

  @Option(
      names = "--with",
      paramLabel = "WHEN",
      defaultValue = "now",
      description =
          "The other moment, or snapshot:LABEL; of a file a revision or any file (by default, now).")
  private String with;

  /** How differences between lines are written. */
  enum OutputFormat {
    unified
  }

  @Override
  Answer answer(Office office) throws IOException {
    if (revision.isPresent()) {
      return new FileComparing(office, root().terminal().folder())
          .compare(place, revision.get(), with, format.isPresent());
    }
    if (at.isEmpty()) {
      throw new SentenceException(
          "Say what to compare: --revision R for a file, --at WHEN for a shelf or folder.");
    }
    ShelfFolder asked = ShelfFolder.parse(office, place);
    Moment first = moment(office, asked.shelf(), at.get());
    Moment second = moment(office, asked.shelf(), with);
    FolderComparison comparison =
        office.moments().compare(asked.shelf(), asked.folder(), first, second);
    ObjectNode node = Json.object();
    node.put("kind", "folder").put("identical", comparison.identical());
    node.put("summary", summary(comparison));
    node.put("at", first.instant().toString()).put("with", second.instant().toString());
    node.put("zone", office.settings().zone().getId()).put("same", comparison.same());
    ArrayNode differences = node.putArray("differences");
    StringBuilder text = new StringBuilder(summary(comparison)).append(System.lineSeparator());
    for (FolderDifference difference : comparison.differences()) {
      differences.add(json(difference));
      text.append(line(difference));
    }
    return Answer.done(node, text.toString());
  }

  private static Moment moment(Office office, Shelf shelf, String written) throws IOException {
    if (written.startsWith(SNAPSHOT)) {
      return new Moment.InSnapshot(
          office.snapshots().named(shelf, written.substring(SNAPSHOT.length())));
    }
    OfficeSettings settings = office.settings();
    Instant now = settings.clock().instant();
    return Moment.of(new When(settings.zone()).parse(written, now), now);
  }

  private static String summary(FolderComparison comparison) {
    if (comparison.identical()) {
      return "Identical, byte for byte: %d files.".formatted(comparison.same());
    }
    List<String> words = new ArrayList<>();
    for (DifferenceKind kind : DifferenceKind.values()) {
      if (comparison.count(kind) > 0) {
        words.add(comparison.count(kind) + " " + word(kind));
      }
    }
    return String.join(", ", words) + "; " + comparison.same() + " the same";
  }

  private static String word(DifferenceKind kind) {
    return kind.name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  private static ObjectNode json(FolderDifference difference) {
    ObjectNode node = Json.putPath(Json.object(), difference.path());
    node.put("id", difference.later().or(difference::earlier).orElseThrow().file().orElseThrow());
    node.put("difference", word(difference.kind()));
    difference.earlier().ifPresent(entry -> side(node.putObject("earlier"), entry));
    difference.later().ifPresent(entry -> side(node.putObject("later"), entry));
    return node;
  }

  private static void side(ObjectNode node, TreeEntry entry) {
    Json.putPath(node, entry.path());
    node.put("revision", entry.revision().orElseThrow()).put("size", entry.size());
  }

  private static String line(FolderDifference difference) {
    InnerPath was = difference.earlier().map(TreeEntry::path).orElse(difference.path());
    String mark =
        switch (difference.kind()) {
          case ADDED -> "+";
          case REMOVED -> "-";
          case CHANGED -> "~";
          case MOVED, MOVED_AND_CHANGED -> ">";
        };
    String from = was.equals(difference.path()) ? "" : "  (was " + was.shown() + ")";
    return "%s %s%s%n".formatted(mark, difference.path().shown(), from);
  }
}
