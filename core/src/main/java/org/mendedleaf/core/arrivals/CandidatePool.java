package org.mendedleaf.core.arrivals;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.intake.Arriving;
import org.mendedleaf.core.intake.Candidate;
import org.mendedleaf.core.likeness.NameLikeness;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.WeighedName;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/**
 * The files that an arrival may replace: all of the office or, where there are very many, those
 * whose names come nearest. Safe for several threads.
 */
final class CandidatePool {

  /**
   * Up to this many files are all looked into; of a larger number, those whose names come nearest.
   */
  private static final int POOL = 3_000;

  private final FileLives files;
  private final Shelves shelves;
  private final OpenDesk desk;

  CandidatePool(FileLives files, Shelves shelves, OpenDesk desk) {
    this.files = files;
    this.shelves = shelves;
    this.desk = desk;
  }

  /** A file on a shelf, and what it was called. */
  private record KnownFile(Shelf shelf, PresentFile file, List<String> otherNames) {}

  List<Candidate<FileRef>> forThese(List<Arriving> arrivals, Progress progress) throws IOException {
    List<KnownFile> known = new ArrayList<>();
    for (Shelf shelf : shelves.all()) {
      Catalogue catalogue = desk.store(shelf.store()).catalogue();
      catalogue.catchUp();
      Map<Long, List<String>> others = catalogue.files().otherNames(shelf.id());
      for (PresentFile file : catalogue.present().of(shelf.id())) {
        if (file.state().content().isPresent()) {
          known.add(new KnownFile(shelf, file, others.getOrDefault(file.file(), List.of())));
        }
      }
    }
    List<KnownFile> near = known.size() <= POOL ? known : nearest(known, arrivals);
    List<Candidate<FileRef>> pool = new ArrayList<>();
    progress.phase(Phase.LOOKING, near.size(), 0);
    for (KnownFile one : near) {
      progress.checkCancelled();
      pool.add(candidate(one));
      progress.advanced(1, 0);
    }
    return pool;
  }

  private Candidate<FileRef> candidate(KnownFile one) throws IOException {
    Catalogue catalogue = desk.store(one.shelf().store()).catalogue();
    InnerPath path = one.file().state().path();
    List<String> folders = new ArrayList<>(words(one.shelf().name()));
    folders.addAll(words(path.folder().text()));
    return new Candidate<>(
        new FileRef(one.shelf().store(), one.file().file()),
        PlainName.of(path.name()),
        one.otherNames().stream().map(PlainName::of).toList(),
        folders,
        new Likenesses(desk.insides()).of(catalogue, one.file().state()),
        one.file().state().modified());
  }

  Optional<Candidate<FileRef>> candidate(FileRef ref) throws IOException {
    FileLife life = files.life(ref);
    Revision newest = life.newest();
    return newest.state().content().isEmpty()
        ? Optional.empty()
        : Optional.of(
            candidate(
                new KnownFile(
                    life.shelf(),
                    new PresentFile(
                        ref.file(), newest.number(), newest.currentFrom(), newest.state()),
                    List.of())));
  }

  private static List<KnownFile> nearest(List<KnownFile> known, List<Arriving> arrivals) {
    Map<KnownFile, PlainName> names = new HashMap<>();
    known.forEach(one -> names.put(one, PlainName.of(one.file().state().path().name())));
    NameLikeness likeness = NameLikeness.among(names.values());
    List<WeighedName> wanted =
        arrivals.stream().map(arrival -> likeness.weigh(arrival.name())).toList();
    Map<KnownFile, Double> nearness = new HashMap<>();
    for (KnownFile one : known) {
      WeighedName name = likeness.weigh(Objects.requireNonNull(names.get(one)));
      nearness.put(
          one, wanted.stream().mapToDouble(arrival -> likeness.of(arrival, name)).max().orElse(0));
    }
    return known.stream()
        .sorted(
            (a, b) -> Double.compare(nearness.getOrDefault(b, 0.0), nearness.getOrDefault(a, 0.0)))
        .limit(POOL)
        .toList();
  }

  static List<String> words(String name) {
    return Arrays.stream(name.toLowerCase(Locale.ROOT).split("[^\\p{L}\\d]+", -1))
        .filter(word -> !word.isEmpty())
        .toList();
  }
}
