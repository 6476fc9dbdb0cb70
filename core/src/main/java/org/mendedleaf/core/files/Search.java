package org.mendedleaf.core.files;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.catalog.questions.NameQuery;
import org.mendedleaf.core.catalog.questions.NameQuestions;
import org.mendedleaf.core.desk.Desk;
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
   */
  public record SearchHit(
      FileRef ref, Shelf shelf, RecordedFile file, Optional<InnerPath> formerly, Revision newest) {}

  /**
   * The results of a search, and where it looked.
   *
   * @param more whether there are others that are not told
   * @param searched every place in which was looked
   */
  public record Hits(List<SearchHit> files, boolean more, List<Searched> searched) {
    public Hits {
      files = List.copyOf(files);
      searched = List.copyOf(searched);
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
    for (Desk.KnownStore known : desk.desk().stores()) {
      OpenStore store = desk.store(known.id());
      store.catalogue().lookForNews();
      NameQuestions.NameAnswer answer = store.catalogue().names().find(query, limit);
      for (NameQuestions.NamedFile found : answer.files()) {
        files.add(
            new SearchHit(
                new FileRef(store.id(), found.file().id()),
                shelves.byId(store.id(), found.file().shelf()),
                found.file(),
                found.formerly(),
                found.newest()));
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
                          known.folder(),
                          shelf.made(),
                          shelf.files(),
                          shelf.revisions())));
    }
    return new Hits(files, more, searched);
  }
}
