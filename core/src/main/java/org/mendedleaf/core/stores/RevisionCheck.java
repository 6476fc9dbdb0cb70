package org.mendedleaf.core.stores;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;

/** Finds out which revisions of a store cannot be read, and for want of what. */
final class RevisionCheck {

  private final Catalogue catalogue;
  private final Predicate<ContentId> looked;
  private final Predicate<ContentId> counted;
  private final Map<ContentId, Map<ContentId, String>> known = new HashMap<>();
  private final Map<String, Set<String>> byPlace = new LinkedHashMap<>();
  private final Set<ContentId> lost = new HashSet<>();
  private final List<VerifyReport.HurtFile> files = new ArrayList<>();
  private long revisions;

  /**
   * @param looked what is read; the rest is taken for whole
   * @param counted what counts as missing where it cannot be read
   */
  private RevisionCheck(
      Catalogue catalogue, Predicate<ContentId> looked, Predicate<ContentId> counted) {
    this.catalogue = catalogue;
    this.looked = looked;
    this.counted = counted;
  }

  /** Reads every content of every revision. */
  static RevisionCheck ofEverything(Catalogue catalogue, Progress progress) throws IOException {
    RevisionCheck check = new RevisionCheck(catalogue, id -> true, id -> true);
    check.run(progress);
    return check;
  }

  /** Reads only what may be hurt by the damage that is known. */
  static RevisionCheck ofSuspects(Catalogue catalogue, Progress progress) throws IOException {
    RevisionCheck check = suspects(catalogue, id -> true);
    check.run(progress);
    return check;
  }

  /** The same, as if everything were there again but these. */
  static RevisionCheck lacking(Catalogue catalogue, Set<ContentId> missing, Progress progress)
      throws IOException {
    RevisionCheck check = suspects(catalogue, missing::contains);
    check.run(progress);
    return check;
  }

  private static RevisionCheck suspects(Catalogue catalogue, Predicate<ContentId> counted)
      throws IOException {
    Set<ContentId> suspects = catalogue.damage().suspects();
    return new RevisionCheck(
        catalogue, id -> suspects.contains(id) || isNowhere(catalogue, id), counted);
  }

  private static boolean isNowhere(Catalogue catalogue, ContentId id) {
    try {
      return catalogue.locate(id).isEmpty();
    } catch (IOException e) {
      // Whoever reads it says what is wrong.
      return true;
    }
  }

  long revisions() {
    return revisions;
  }

  /** The files concerned, shelf by shelf. */
  List<VerifyReport.HurtFile> files() {
    return files;
  }

  /** The revisions that cannot be read because of something at this place, as words. */
  List<String> at(String place) {
    return List.copyOf(byPlace.getOrDefault(place, Set.of()));
  }

  /** Those for which no place was named among these. */
  List<String> elsewhere(Collection<String> places) {
    Set<String> rest = new LinkedHashSet<>();
    byPlace.forEach(
        (place, names) -> {
          if (!places.contains(place)) {
            rest.addAll(names);
          }
        });
    return List.copyOf(rest);
  }

  /** The chunks, and chunks of lists, that are missing. */
  Set<ContentId> lost() {
    return Set.copyOf(lost);
  }

  private void run(Progress progress) throws IOException {
    for (RecordedShelf shelf : catalogue.shelves().all()) {
      List<Revision> ofFile = new ArrayList<>();
      for (Revision revision : catalogue.files().allOf(shelf.id())) {
        progress.checkCancelled();
        if (!ofFile.isEmpty() && ofFile.get(0).file() != revision.file()) {
          look(shelf, ofFile, progress);
          ofFile.clear();
        }
        ofFile.add(revision);
      }
      look(shelf, ofFile, progress);
    }
  }

  private void look(RecordedShelf shelf, List<Revision> ofFile, Progress progress)
      throws IOException {
    List<Integer> hurt = new ArrayList<>();
    Optional<Integer> whole = Optional.empty();
    for (Revision revision : ofFile) {
      revisions++;
      Map<ContentId, String> missing = missing(revision, progress);
      if (missing.isEmpty()) {
        whole = Optional.of(revision.number());
        continue;
      }
      hurt.add(revision.number());
      lost.addAll(missing.keySet());
      String name =
          "%s/%s %s"
              .formatted(
                  shelf.name(),
                  revision.state().path().shown(),
                  Revision.numbered(revision.number()));
      for (String place : missing.values()) {
        byPlace.computeIfAbsent(place, one -> new LinkedHashSet<>()).add(name);
      }
    }
    if (!hurt.isEmpty()) {
      Revision last = ofFile.get(ofFile.size() - 1);
      String path = last.state().path().shown();
      files.add(new VerifyReport.HurtFile(last.file(), shelf.name(), path, hurt, whole));
    }
  }

  private Map<ContentId, String> missing(Revision revision, Progress progress) throws IOException {
    Optional<ContentRef> content = revision.state().content();
    if (content.isEmpty()) {
      return Map.of();
    }
    Map<ContentId, String> before = known.get(content.get().id());
    if (before != null) {
      return before;
    }
    if (content.get().levels() == 0 && !looked.test(content.get().id())) {
      return Map.of();
    }
    Map<ContentId, String> missing = catalogue.contents().unreadable(content.get(), looked);
    missing.keySet().removeIf(counted.negate());
    known.put(content.get().id(), missing);
    progress.advanced(1, revision.state().size());
    return missing;
  }
}
