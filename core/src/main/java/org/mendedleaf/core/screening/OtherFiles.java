package org.mendedleaf.core.screening;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.Measures;
import org.mendedleaf.core.findings.Measuring;
import org.mendedleaf.core.findings.Scrutiny;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * The other files of a shelf, of which one may be the owner of a content: the ones with exactly
 * this content first, then those with the same ending whose size comes nearest. Asked for rarely,
 * so nothing is kept but a list by ending while one screening runs. For one thread.
 */
final class OtherFiles {

  private static final int SAME = 8;
  private static final int NEAREST = 64;

  private final Catalogue catalogue;
  private final Map<Long, Map<String, List<PresentFile>>> byEnding = new HashMap<>();

  OtherFiles(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** The finding that another file's content lies here, if one is found whose it is. */
  Optional<Finding> likelyOwner(Revision revision, Measures now, Measures before)
      throws IOException {
    ContentRef content = revision.state().content().orElseThrow();
    for (long file : catalogue.findings().filesWith(content.id(), revision, SAME)) {
      Optional<Finding> found = Scrutiny.asOther(now, before, now, true, file);
      if (found.isPresent()) {
        return found;
      }
    }
    Optional<RecordedFile> file = catalogue.files().file(revision.file());
    if (file.isEmpty() || !Scrutiny.isForeign(now, before)) {
      return Optional.empty();
    }
    Finding best = null;
    for (PresentFile other : nearest(file.get(), revision)) {
      Measuring measuring = new Measuring();
      ContentRef theirs = other.state().content().orElseThrow();
      catalogue.contents().copyFirst(theirs, theirs.size(), measuring);
      Optional<Finding> found =
          Scrutiny.asOther(now, before, measuring.measures(), false, other.file());
      if (found.isPresent() && (best == null || best.measured() < found.get().measured())) {
        best = found.get();
      }
    }
    return Optional.ofNullable(best);
  }

  private List<PresentFile> nearest(RecordedFile file, Revision revision) throws IOException {
    Map<String, List<PresentFile>> shelf = byEnding.get(file.shelf());
    if (shelf == null) {
      shelf = new HashMap<>();
      for (PresentFile one : catalogue.present().of(file.shelf())) {
        if (one.state().content().isPresent()) {
          shelf
              .computeIfAbsent(ending(one.state().path().name()), ending -> new ArrayList<>())
              .add(one);
        }
      }
      byEnding.put(file.shelf(), shelf);
    }
    double size = logarithm(revision.state().size());
    return shelf.getOrDefault(ending(revision.state().path().name()), List.of()).stream()
        .filter(one -> one.file() != file.id())
        // What another file got later it may have got from this one.
        .filter(one -> one.currentFrom().isBefore(revision.at()))
        .sorted(Comparator.comparingDouble(one -> Math.abs(logarithm(one.state().size()) - size)))
        .limit(NEAREST)
        .toList();
  }

  private static double logarithm(long size) {
    return Math.log(1.0 + size);
  }

  private static String ending(String name) {
    int dot = name.lastIndexOf('.');
    return dot < 0 ? "" : name.substring(dot).toLowerCase(Locale.ROOT);
  }
}
