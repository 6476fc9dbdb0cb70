package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;

/** Answers with what arrivals most likely replace, and what was brought in of them. */
public final class SuggestionAnswer {

  private static final int SHOWN = 3;

  private final Office office;
  private final Map<Path, Addresses.Addressed> newPlaces;

  public SuggestionAnswer(Office office) {
    this(office, Map.of());
  }

  /**
   * @param newPlaces where those belong that are new in their folder
   */
  public SuggestionAnswer(Office office, Map<Path, Addresses.Addressed> newPlaces) {
    this.office = office;
    this.newPlaces = newPlaces;
  }

  /** What is done with an arrival at once. */
  public interface Taking {
    /**
     * @param newAt where it belongs if it is new
     */
    Optional<Intake.TakenIn> take(
        Suggestion suggestion, Optional<Addresses.Addressed> newAt, Office office)
        throws IOException;
  }

  public Answer of(List<Suggestion> suggestions, Taking taking) throws IOException {
    ObjectNode node = Json.object();
    ArrayNode arrivals = node.putArray("arrivals");
    StringBuilder text = new StringBuilder();
    for (Suggestion suggestion : suggestions) {
      add(suggestion, arrivals.addObject(), text, taking);
    }
    return Answer.done(node, text.toString());
  }

  /** One arrival. */
  public void add(Suggestion suggestion, ObjectNode one, StringBuilder text, Taking taking)
      throws IOException {
    one.put("arrival", suggestion.arrival().toString());
    List<String> doubts = new DoubtText(office).of(suggestion.doubts());
    ArrayNode candidates = one.putArray("candidates");
    ArrayNode guard = one.putArray("guard");
    doubts.forEach(guard::add);
    text.append(suggestion.arrival()).append(System.lineSeparator());
    if (suggestion.matches().isEmpty()) {
      text.append("  is like nothing on a shelf%n".formatted());
    }
    for (Match<FileRef> match :
        suggestion.matches().subList(0, Math.min(SHOWN, suggestion.matches().size()))) {
      candidate(candidates.addObject(), text, match);
    }
    doubts.forEach(doubt -> text.append("  but %s%n".formatted(doubt)));
    Optional<Addresses.Addressed> newAt = Optional.ofNullable(newPlaces.get(suggestion.arrival()));
    if (newAt.isPresent()) {
      String place = "%s:%s".formatted(newAt.get().shelf().name(), newAt.get().path().shown());
      one.put("newAt", place);
      text.append("  belongs at %s by its folder%n".formatted(place));
    }
    if (suggestion.same().isPresent()) {
      same(one, text, suggestion.same().get());
      return;
    }
    Optional<Intake.TakenIn> done = taking.take(suggestion, newAt, office);
    if (done.isPresent()) {
      text.append("  ").append(taken(one, done.get(), suggestion.arrival()));
    }
  }

  public String taken(ObjectNode one, Intake.TakenIn done, Path arrival) throws IOException {
    FileLife life = office.files().life(done.file());
    ObjectNode taken = one.putObject("taken");
    Json.putPath(taken.putObject("file").put("id", life.file().id()), life.file().path());
    taken.put("revision", done.brought().revision()).put("undo", done.brought().act());
    taken.put("clearedAway", done.cleared());
    return "%s is %s of %s now. To take it back: mended-leaf undo %d%n"
        .formatted(
            arrival.getFileName(),
            Revision.numbered(done.brought().revision()),
            life.file().path().shown(),
            done.brought().act());
  }

  private void candidate(ObjectNode node, StringBuilder text, Match<FileRef> match)
      throws IOException {
    FileLife life = office.files().life(match.candidate().file());
    Json.putPath(node.putObject("file").put("id", life.file().id()), life.file().path());
    node.put("confidence", Math.round(match.likelihood() * 1000) / 1000.0);
    node.put("confident", match.confident());
    ArrayNode reasons = node.putArray("reasons");
    List<String> why = Reasons.of(match.evidence());
    why.forEach(reasons::add);
    text.append(
        "  %s %s: %s%n"
            .formatted(
                match.confident() ? "replaces" : "may replace",
                life.file().path().shown(),
                String.join(", ", why)));
  }

  private void same(ObjectNode node, StringBuilder text, Suggestion.SameAs same)
      throws IOException {
    FileLife life = office.files().life(same.file());
    ObjectNode there = node.putObject("sameAs");
    Json.putPath(there.putObject("file").put("id", life.file().id()), life.file().path());
    there.put("revision", same.revision()).put("current", same.current());
    text.append(
        "  is exactly %s of %s%s%n"
            .formatted(
                Revision.numbered(same.revision()),
                life.file().path().shown(),
                same.current() ? ", which is the current one" : ""));
  }
}
