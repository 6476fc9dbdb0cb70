package org.mendedleaf.core.leftovers;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * Where leftovers are looked for besides the shelves' own folders, and by which rules they are
 * told; remembered on the desk, the usual ones until somebody changes them. Safe for several
 * threads.
 */
public final class LeftoverPlaces {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String RULES = "rules";
  private static final String FOLDERS = "folders";
  private static final String DISMISSED = "dismissed";

  private final DeskFile file;

  public LeftoverPlaces(OfficeSettings settings) {
    this.file = DeskFile.at(settings.home().resolve("leftovers.json"));
  }

  private ObjectNode read() throws IOException {
    try {
      return file.read(text -> (ObjectNode) JSON.readTree(text)).orElseGet(JSON::createObjectNode);
    } catch (DamagedDeskFileException e) {
      // The usual ones, then.
      return JSON.createObjectNode();
    }
  }

  /** The rules, those of people first. */
  public synchronized List<LeftoverRule> rules() throws IOException {
    Optional<List<String>> said = texts(read().path(RULES));
    if (said.isEmpty()) {
      return LeftoverRule.USUAL;
    }
    List<LeftoverRule> rules = new ArrayList<>();
    for (String one : said.get()) {
      rules.add(LeftoverRule.parse(one));
    }
    return rules;
  }

  /** Adds a rule, before all others. */
  public synchronized void add(LeftoverRule rule) throws IOException {
    List<LeftoverRule> rules = new ArrayList<>(rules());
    rules.remove(rule);
    rules.add(0, rule);
    write(RULES, rules.stream().map(LeftoverRule::text).toList());
  }

  /**
   * Takes a rule away.
   *
   * @throws SentenceException if there is no such rule
   */
  public synchronized void remove(LeftoverRule rule) throws IOException {
    List<LeftoverRule> rules = new ArrayList<>(rules());
    if (!rules.remove(rule)) {
      throw new SentenceException(
          "There is no rule %s. Nothing was changed.".formatted(rule.text()));
    }
    write(RULES, rules.stream().map(LeftoverRule::text).toList());
  }

  /** Folders in which programs put copies: the system's temporary one until somebody says else. */
  public synchronized List<Path> folders() throws IOException {
    return texts(read().path(FOLDERS))
        .map(said -> said.stream().map(Path::of).toList())
        .orElseGet(() -> List.of(Path.of(System.getProperty("java.io.tmpdir"))));
  }

  /**
   * Looks in a folder too from now on.
   *
   * @throws SentenceException if it is no folder
   */
  public synchronized void add(Path folder) throws IOException {
    Path wanted = folder.toAbsolutePath().normalize();
    if (!Files.isDirectory(wanted)) {
      throw new SentenceException(
          "There is no folder %s, so nothing is looked for there.".formatted(wanted));
    }
    List<Path> folders = new ArrayList<>(folders());
    if (!folders.contains(wanted)) {
      folders.add(wanted);
    }
    write(FOLDERS, folders.stream().map(Path::toString).toList());
  }

  /**
   * Looks there no longer.
   *
   * @throws SentenceException if it was not looked there
   */
  public synchronized void remove(Path folder) throws IOException {
    Path wanted = folder.toAbsolutePath().normalize();
    List<Path> folders = new ArrayList<>(folders());
    if (!folders.remove(wanted)) {
      throw new SentenceException(
          "%s is no folder in which leftovers are looked for. Nothing was changed."
              .formatted(wanted));
    }
    write(FOLDERS, folders.stream().map(Path::toString).toList());
  }

  /** What nobody wants to hear of; those that are gone are forgotten with the next one. */
  public synchronized Set<DismissedCopy> dismissed() throws IOException {
    Set<DismissedCopy> all = new LinkedHashSet<>();
    for (JsonNode one : read().path(DISMISSED)) {
      all.add(
          new DismissedCopy(
              Path.of(one.path("path").asText()),
              one.path("size").asLong(),
              Instant.parse(one.path("saved").asText())));
    }
    return all;
  }

  /** Says no more of a copy, or says it again. */
  public synchronized void dismiss(DismissedCopy copy, boolean isDismissed) throws IOException {
    Set<DismissedCopy> all = dismissed();
    all.removeIf(one -> !Files.exists(one.path()) || one.path().equals(copy.path()));
    if (isDismissed) {
      all.add(copy);
    }
    ObjectNode said = read();
    ArrayNode array = said.putArray(DISMISSED);
    for (DismissedCopy one : all) {
      array
          .addObject()
          .put("path", one.path().toString())
          .put("size", one.size())
          .put("saved", one.saved().toString());
    }
    file.write(said.toString());
  }

  private void write(String what, List<String> texts) throws IOException {
    ObjectNode all = read();
    ArrayNode array = all.putArray(what);
    texts.forEach(array::add);
    file.write(all.toString());
  }

  private static Optional<List<String>> texts(JsonNode array) {
    if (!array.isArray()) {
      return Optional.empty();
    }
    List<String> texts = new ArrayList<>();
    array.forEach(one -> texts.add(one.asText()));
    return Optional.of(texts);
  }
}
