package org.mendedleaf.core.leftovers;

import java.io.IOException;
import java.nio.file.FileVisitOption;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.leftovers.LeftoverRule.ProperName;
import org.mendedleaf.core.place.ForbiddenPlaces;
import org.mendedleaf.core.progress.Progress;

/** Files on a disk that may be leftovers. What cannot be looked into is passed over. */
final class LeftoverFiles {

  /** Programs put their copies into folders of their own, but not deep down. */
  private static final int SCRATCH_DEPTH = 4;

  private static final int SCRATCH_MOST = 20_000;

  private final List<LeftoverRule> rules;

  LeftoverFiles(List<LeftoverRule> rules) {
    this.rules = rules;
  }

  /**
   * A file, and what its name stands for.
   *
   * @param names the likeliest first; empty where no rule fits
   */
  record FoundCopy(Path path, BasicFileAttributes attributes, List<ProperName> names) {}

  /** The files in a shelf's folder that a rule fits. */
  List<FoundCopy> onShelf(Path folder, Progress progress) throws IOException {
    List<FoundCopy> found = new ArrayList<>();
    walk(folder, Integer.MAX_VALUE, Integer.MAX_VALUE, found, false, progress);
    return found;
  }

  /** Any file in a scratch folder, the last saved first. */
  List<FoundCopy> inScratch(Path folder, Progress progress) throws IOException {
    List<FoundCopy> found = new ArrayList<>();
    if (ForbiddenPlaces.why(folder).isEmpty()) {
      walk(folder, SCRATCH_DEPTH, SCRATCH_MOST, found, true, progress);
    }
    found.sort(
        Comparator.comparing((FoundCopy one) -> one.attributes().lastModifiedTime()).reversed());
    return found;
  }

  /** Whether no rule makes a leftover of a file of this name. */
  boolean isProper(String name) {
    return rules.stream().allMatch(rule -> rule.of(name).isEmpty());
  }

  private List<ProperName> names(Path file) {
    String name = ShelfPaths.name(file);
    return rules.stream().map(rule -> rule.of(name)).flatMap(Optional::stream).distinct().toList();
  }

  private void walk(
      Path folder, int depth, int most, List<FoundCopy> found, boolean any, Progress progress)
      throws IOException {
    Files.walkFileTree(
        folder,
        EnumSet.noneOf(FileVisitOption.class),
        depth,
        new SimpleFileVisitor<>() {
          private int seen;

          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes)
              throws IOException {
            // Our own stores and homes hold no copies of anybody's programs.
            return dir.equals(folder) || ForbiddenPlaces.why(dir).isEmpty()
                ? FileVisitResult.CONTINUE
                : FileVisitResult.SKIP_SUBTREE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            progress.checkCancelled();
            List<ProperName> names = attributes.isRegularFile() ? names(file) : List.of();
            if (!names.isEmpty() || (any && attributes.isRegularFile() && Files.isReadable(file))) {
              found.add(new FoundCopy(file, attributes, names));
            }
            return ++seen < most ? FileVisitResult.CONTINUE : FileVisitResult.TERMINATE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) {
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path dir, @Nullable IOException e) {
            return FileVisitResult.CONTINUE;
          }
        });
  }
}
