package org.mendedleaf.core.leftovers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.arrivals.Suggestion;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.intake.Match;
import org.mendedleaf.core.leftovers.LeftoverFiles.FoundCopy;
import org.mendedleaf.core.leftovers.LeftoverRule.ProperName;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * Tells whose working copies lie in scratch folders, where names tell little: by the name that a
 * rule finds in theirs, else by their content. Safe for several threads.
 */
final class ScratchCopies {

  /** What lies longer in a scratch folder is nobody's rescue any more. */
  private static final Duration RECENT = Duration.ofDays(60);

  /** So many of a scratch folder are looked into, the last saved first. */
  private static final int LOOKED_INTO = 200;

  private static final double LIKELY = 0.7;
  private static final double FAR = 0.3;
  private static final double MUCH = 0.5;
  private static final long TOO_LARGE = 200_000_000;
  private static final int SEARCHED = 50;

  private final CopyJudge judge;
  private final FileLives files;
  private final Search search;
  private final Intake intake;
  private final OfficeSettings settings;

  ScratchCopies(
      CopyJudge judge, FileLives files, Search search, Intake intake, OfficeSettings settings) {
    this.judge = judge;
    this.files = files;
    this.search = search;
    this.intake = intake;
    this.settings = settings;
  }

  /** Those that belong to a file, of what lies in a scratch folder. */
  List<Leftover> of(List<FoundCopy> there, Progress progress) throws IOException {
    Instant since = settings.clock().instant().minus(RECENT);
    List<FoundCopy> recent =
        there.stream()
            .filter(one -> one.attributes().size() > 0 && one.attributes().size() < TOO_LARGE)
            .filter(one -> judge.saved(one.attributes()).isAfter(since))
            .limit(LOOKED_INTO)
            .toList();
    if (recent.isEmpty()) {
      return List.of();
    }
    List<Suggestion> suggestions = suggestions(recent, progress);
    List<Leftover> found = new ArrayList<>();
    for (Suggestion suggestion : suggestions) {
      FoundCopy copy =
          recent.stream()
              .filter(one -> one.path().equals(suggestion.arrival()))
              .findFirst()
              .orElseThrow();
      CopyJudge.unlessGone(copy, () -> inScratch(copy, suggestion)).ifPresent(found::add);
    }
    return found;
  }

  private Optional<Leftover> inScratch(FoundCopy copy, Suggestion suggestion) throws IOException {
    Optional<FileRef> named = named(copy);
    Optional<FileRef> file = named.isPresent() ? named : alike(suggestion);
    if (file.isEmpty()) {
      return Optional.empty();
    }
    FileLife life = files.life(file.get());
    return Optional.of(judge.judged(copy, life.shelf(), life.file().path(), file.get()));
  }

  /**
   * Programs take their copies away at any time: of one that is gone, or closed, nothing is said.
   */
  private List<Suggestion> suggestions(List<FoundCopy> copies, Progress progress)
      throws IOException {
    List<Path> there = new ArrayList<>(copies.stream().map(FoundCopy::path).toList());
    while (true) {
      try {
        return intake.suggest(there, progress);
      } catch (IOException e) {
        if (!there.removeIf(path -> !Files.isReadable(path))) {
          throw e;
        }
      }
    }
  }

  /**
   * The file that it is by its content. What programs call their working copies tells nothing, so
   * less is asked than where a name is known; but no second file may be near.
   */
  private static Optional<FileRef> alike(Suggestion suggestion) {
    List<Match<FileRef>> matches = suggestion.matches();
    if (matches.isEmpty()) {
      return Optional.empty();
    }
    Match<FileRef> first = matches.get(0);
    double next = matches.size() == 1 ? 0 : matches.get(1).likelihood();
    boolean isAlone = first.likelihood() >= LIKELY && next <= FAR;
    boolean hasMuch = first.evidence().content().strongest() >= MUCH;
    return first.confident() || (isAlone && hasMuch)
        ? Optional.of(first.candidate().file())
        : Optional.empty();
  }

  /** The one file anywhere whose name it stands for; several may be meant, and then none is. */
  private Optional<FileRef> named(FoundCopy looked) throws IOException {
    for (ProperName name : looked.names()) {
      List<FileRef> hits =
          search.find(name.text(), SEARCHED).files().stream()
              .filter(hit -> name.isOf(hit.file().path().name()))
              .map(Search.SearchHit::ref)
              .toList();
      if (hits.size() == 1) {
        return Optional.of(hits.get(0));
      }
    }
    return Optional.empty();
  }
}
