package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.time.ZoneId;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.history.Snapshot;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Snapshots;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Labelled states of shelves and folders. */
@Command(
    name = "snapshot",
    mixinStandardHelpOptions = true,
    description = "Take, list and unlabel snapshots of a shelf or a folder.")
final class SnapshotCommand {

  @ParentCommand private MendedLeafCommand root;

  @Command(
      name = "take",
      mixinStandardHelpOptions = true,
      description = "Capture a shelf and label the result.")
  int take(
      @Parameters(paramLabel = "SHELF[:folder]") String written,
      @Option(names = "--label", paramLabel = "L", required = true) String label,
      @Option(names = "--why", paramLabel = "T", defaultValue = "") String reason)
      throws IOException {
    return root.answer(
        office -> {
          ShelfFolder place = ShelfFolder.parse(office, written);
          Snapshots.Listed taken =
              office.snapshots().take(place.shelf(), place.folder(), label, reason, Progress.NONE);
          return Answer.done(
              json(taken, place.shelf(), office), line(taken, office.settings().zone()));
        });
  }

  @Command(
      name = "list",
      mixinStandardHelpOptions = true,
      description = "Show the snapshots of a shelf.")
  int list(@Parameters(paramLabel = "SHELF") String name) throws IOException {
    return root.answer(
        office -> {
          Shelf shelf = office.shelves().named(name);
          ObjectNode node = Json.object();
          ArrayNode array = node.putArray("snapshots");
          StringBuilder text = new StringBuilder();
          for (Snapshots.Listed listed : office.snapshots().of(shelf)) {
            array.add(json(listed, shelf, office));
            text.append(line(listed, office.settings().zone()));
          }
          return Answer.done(node, text.isEmpty() ? "No snapshot yet.\n" : text.toString());
        });
  }

  @Command(
      name = "unlabel",
      mixinStandardHelpOptions = true,
      description = "Let a snapshot go; its revisions stay as far as other rules claim them.")
  int unlabel(
      @Parameters(paramLabel = "SHELF") String name,
      @Parameters(paramLabel = "SNAPSHOT", description = "Its label or its number.") String written)
      throws IOException {
    return root.answer(office -> unlabel(office, name, written));
  }

  private static Answer unlabel(Office office, String name, String written) throws IOException {
    Shelf shelf = office.shelves().named(name);
    Snapshot snapshot = office.snapshots().named(shelf, written);
    Snapshots.Listed listed =
        office.snapshots().of(shelf).stream()
            .filter(one -> one.snapshot().id() == snapshot.id())
            .findFirst()
            .orElseThrow();
    var unused = office.snapshots().unlabel(shelf.store(), snapshot);
    return Answer.done(
        json(listed, shelf, office),
        "“%s” is no snapshot any more. Its %d files stay recorded as they were.%n"
            .formatted(snapshot.label(), listed.files()));
  }

  private static ObjectNode json(Snapshots.Listed listed, Shelf shelf, Office office)
      throws IOException {
    Snapshot snapshot = listed.snapshot();
    ObjectNode node =
        Json.object()
            .put("id", snapshot.id())
            .put("shelf", shelf.name())
            .put("folder", snapshot.folder().shown())
            .put("label", snapshot.label())
            .put("reason", snapshot.reason())
            .put("moment", snapshot.taken().toString())
            .put("cause", snapshot.cause())
            .put("by", snapshot.by())
            .put("files", listed.files())
            .put("bytes", listed.bytes());
    office
        .plans()
        .of(shelf)
        .flatMap(plan -> office.scheduledSnapshots().keptUntil(snapshot, plan))
        .ifPresent(until -> node.put("keptUntil", until.toString()));
    return node;
  }

  private static String line(Snapshots.Listed listed, ZoneId zone) {
    Snapshot snapshot = listed.snapshot();
    return "%d  “%s”%s, %s, %s by %s: %d files, %s%n"
        .formatted(
            snapshot.id(),
            snapshot.label(),
            snapshot.folder().isRoot() ? "" : " of " + snapshot.folder().shown(),
            Text.moment(snapshot.taken(), zone),
            snapshot.cause(),
            snapshot.by(),
            listed.files(),
            Text.size(listed.bytes()));
  }
}
