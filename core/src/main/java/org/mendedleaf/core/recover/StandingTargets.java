package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.place.TargetCheck;

/** The present state of the targets of a recovery, and what is recorded there. Used once. */
final class StandingTargets {

  private final Catalogue catalogue;
  private final FileTimes times;
  private final TargetCheck check;
  private final RecoveryOrder order;
  private final Path root;
  private final boolean inPlace;
  private final Map<InnerPath, Optional<PresentFile>> present = new HashMap<>();
  private final Map<Path, Optional<String>> inTheWay = new HashMap<>();

  /**
   * @param root the folder below which everything is written, or the archive
   */
  StandingTargets(
      Catalogue catalogue, FileTimes times, TargetCheck check, RecoveryOrder order, Path root)
      throws IOException {
    this.catalogue = catalogue;
    this.times = times;
    this.check = check;
    this.order = order;
    this.root = root;
    this.inPlace = order.destination() instanceof Destination.InPlace;
    if (inPlace) {
      for (Pick pick : order.picks()) {
        if (pick instanceof Pick.OfMoment of) {
          for (PresentFile file : catalogue.present().within(order.shelf(), of.path())) {
            present.put(file.state().path(), Optional.of(file));
          }
        }
      }
    }
  }

  /** What is recorded at a path now; paths outside the picked folders are asked for one by one. */
  private Optional<PresentFile> recordedAt(InnerPath path) throws IOException {
    if (!inPlace) {
      return Optional.empty();
    }
    Optional<PresentFile> known = present.get(path);
    if (known == null) {
      known = catalogue.present().at(order.shelf(), path);
      present.put(path, known);
    }
    return known;
  }

  /** What a conflict is about. */
  Step.Stands stands(Path target, BasicFileAttributes found, InnerPath to) throws IOException {
    Instant modified = times.onOfficeClock(found.lastModifiedTime().toInstant());
    Optional<PresentFile> recorded =
        recordedAt(to)
            .filter(one -> one.state().modified().equals(modified))
            .filter(one -> one.state().size() == found.size());
    return new Step.Stands(
        target,
        found.size(),
        modified,
        recorded.map(one -> OptionalInt.of(one.revision())).orElse(OptionalInt.empty()));
  }

  /** Why nothing can be put below a folder of the target; empty if nothing is in the way. */
  Optional<String> inTheWay(Path target) {
    Path parent = target.getParent();
    if (parent == null || parent.equals(root)) {
      return Optional.empty();
    }
    Optional<String> known = inTheWay.get(parent);
    if (known == null) {
      boolean blocked =
          Files.exists(parent, LinkOption.NOFOLLOW_LINKS)
              && !Files.isDirectory(parent, LinkOption.NOFOLLOW_LINKS);
      known =
          blocked
              ? Optional.of("%s is no folder but a file or a link".formatted(parent.getFileName()))
              : inTheWay(parent);
      inTheWay.put(parent, known);
    }
    return known;
  }

  /** What stands at a target; empty if nothing does. */
  static Optional<BasicFileAttributes> look(Path target) throws IOException {
    try {
      return Optional.of(
          Files.readAttributes(target, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  /** Whether the wanted state stands there already. */
  boolean isThere(Wanted wanted, Path target, BasicFileAttributes found, InnerPath to)
      throws IOException {
    PresentFile recorded = recordedAt(to).orElse(null);
    Instant modified = times.onOfficeClock(found.lastModifiedTime().toInstant());
    if (recorded != null
        && found.isRegularFile()
        && found.size() == wanted.state().size()
        && recorded.state().size() == found.size()
        && recorded.state().modified().equals(modified)) {
      return recorded.state().sameContent(wanted.state());
    }
    return check.holds(target, found, wanted.state());
  }
}
