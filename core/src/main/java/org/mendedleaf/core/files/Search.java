package org.mendedleaf.core.files;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.catalog.questions.NameQuery;
import org.mendedleaf.core.catalog.questions.NameQuestions;
import org.mendedleaf.core.findings.DoubtfulRevision;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/** Finds files by any name they ever had, in all stores that are known here. */
public final class Search {

  private final Shelves shelves;
  private final OpenDesk desk;

  public Search(Shelves shelves, OpenDesk desk) {
    this.shelves = shelves;
    this.desk = desk;
  }

  /**
   * A file that was found.
   *
   * @param formerly the earlier path that matched, where the present one does not
   * @param isDamaged whether it looks damaged as it is now
   * @param lastGood the state to go back to then
   */
  public record SearchHit(
      FileRef ref,
      Shelf shelf,
      RecordedFile file,
      Optional<InnerPath> formerly,
      Revision newest,
      boolean isDamaged,
      OptionalInt lastGood) {}

  /**
   * The results of a search, and where it looked.
   *
   * @param more whether there are others that are not told
   * @param searched every place in which was looked
   * @param notSearched why was not looked in others, a sentence for each
   */
  public record Hits(
      List<SearchHit> files, boolean more, List<Searched> searched, List<String> notSearched) {
    public Hits {
      files = List.copyOf(files);
      searched = List.copyOf(searched);
      notSearched = List.copyOf(notSearched);
    }
  }

  /**
   * A shelf in which was looked.
   *
   * @param since when its recording began
   */
  public record Searched(String shelf, Path store, Instant since, long files, long revisions) {}

  /** Finds at most so many files per store. */
  public Hits find(String typed, int limit) throws IOException {
    NameQuery query = NameQuery.parse(typed);
    List<SearchHit> files = new ArrayList<>();
    List<Searched> searched = new ArrayList<>();
    boolean more = false;
    // A store that is locked or damaged hides no other.
    for (String id : shelves.all().stream().map(Shelf::store).distinct().toList()) {
      OpenStore store = desk.store(id);
      NameQuestions.NameAnswer answer = store.catalogue().names().find(query, limit);
      Map<Long, Set<Long>> damaged = new HashMap<>();
      for (NameQuestions.NamedFile found : answer.files()) {
        long file = found.file().id();
        long shelf = found.file().shelf();
        if (!damaged.containsKey(shelf)) {
          damaged.put(shelf, damaged(store, shelf));
        }
        boolean isDamaged = damaged.getOrDefault(shelf, Set.of()).contains(file);
        files.add(
            new SearchHit(
                new FileRef(store.id(), file),
                shelves.byId(store.id(), shelf),
                found.file(),
                found.formerly(),
                found.newest(),
                isDamaged,
                isDamaged ? store.catalogue().findings().lastGood(file) : OptionalInt.empty()));
      }
      more |= answer.more();
      store
          .catalogue()
          .shelves()
          .all()
          .forEach(
              shelf ->
                  searched.add(
                      new Searched(
                          shelf.name(),
                          store.folder(),
                          shelf.made(),
                          shelf.files(),
                          shelf.revisions())));
    }
    List<String> notSearched =
        shelves.unreached().stream()
            .filter(one -> !one.isSpooled())
            .map(Shelves.Unreached::sentence)
            .toList();
    return new Hits(files, more, searched, notSearched);
  }

  private static Set<Long> damaged(OpenStore store, long shelf) throws IOException {
    return store.catalogue().findings().current(shelf).stream()
        .filter(one -> one.findings().stream().anyMatch(found -> found.strength().isDamage()))
        .map(DoubtfulRevision::file)
        .collect(Collectors.toSet());
  }
}
