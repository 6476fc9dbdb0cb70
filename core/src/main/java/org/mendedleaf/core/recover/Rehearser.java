package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.InnerPath;
import org.mendedleaf.core.catalog.PresentFile;
import org.mendedleaf.core.catalog.ReceiptItem.Outcome;
import org.mendedleaf.core.catalog.RecordedFile;
import org.mendedleaf.core.catalog.Revision;
import org.mendedleaf.core.catalog.TreeEntry;

/**
 * Works out what a recovery would do at each target, without doing it. Running it works out the
 * same again, so a rehearsal equals what happens unless something changes between. Used once.
 */
final class Rehearser {

  private static final Comparator<Step> CONFLICTS_FIRST =
      Comparator.comparing((Step step) -> !step.isConflict()).thenComparing(Step::target);

  private final Catalogue catalogue;
  private final FileTimes times;
  private final ZoneId zone;
  private final int workers;
  private final RecoveryOrder order;
  private final Path root;
  private final boolean inPlace;
  private final Map<InnerPath, PresentFile> present = new HashMap<>();
  private final Map<Path, Step> steps = new HashMap<>();

  /**
   * @param shelfFolder the folder that the shelf is bound to; only needed in place
   */
  Rehearser(
      Catalogue catalogue,
      FileTimes times,
      ZoneId zone,
      int workers,
      RecoveryOrder order,
      Optional<Path> shelfFolder)
      throws IOException {
    this.catalogue = catalogue;
    this.times = times;
    this.zone = zone;
    this.workers = workers;
    this.order = order;
    this.inPlace = order.destination() instanceof Destination.InPlace;
    this.root =
        order.destination() instanceof Destination.Folder to
            ? to.folder()
            : shelfFolder.orElseThrow(
                () ->
                    new RefusedException(
                        "The shelf is bound to no folder on this desk, so nothing can be put in place there. Choose another folder."));
    if (inPlace) {
      for (PresentFile file : catalogue.files().present(order.shelf())) {
        present.put(file.state().path(), file);
      }
    }
  }

  /** The folder below which everything is written. */
  Path root() {
    return root;
  }

  Rehearsal rehearse() throws IOException {
    for (Pick pick : order.picks()) {
      if (pick instanceof Pick.OfRevision of) {
        revision(of);
      } else if (pick instanceof Pick.OfMoment of) {
        moment(of);
      }
    }
    return new Rehearsal(order, steps.values().stream().sorted(CONFLICTS_FIRST).toList());
  }

  private void revision(Pick.OfRevision pick) throws IOException {
    RecordedFile file = catalogue.files().file(pick.file()).orElseThrow();
    Revision revision =
        catalogue
            .files()
            .revision(pick.file(), pick.revision())
            .orElseThrow(
                () ->
                    new RefusedException(
                        "%s has no revision r%d.".formatted(file.path().shown(), pick.revision())));
    Wanted wanted =
        new Wanted(
            revision.state(),
            OptionalLong.of(pick.file()),
            pick.revision(),
            revision.currentFrom());
    if (inPlace) {
      put(wanted, file.path(), Optional.of(file.path()));
    } else {
      // A copy lies among strangers: its name says what it is.
      put(wanted, telling(file.path().name(), wanted, 1), Optional.empty());
    }
  }

  private void moment(Pick.OfMoment pick) throws IOException {
    List<TreeEntry> entries = new ArrayList<>();
    if (pick.path().isRoot()) {
      entries.addAll(catalogue.trees().below(order.shelf(), pick.path(), pick.moment()));
    } else {
      catalogue.trees().folder(order.shelf(), pick.path().folder(), pick.moment()).stream()
          .filter(entry -> entry.path().equals(pick.path()))
          .forEach(entries::add);
      if (entries.isEmpty()) {
        throw new RefusedException(
            "%s was not on the shelf at that moment.".formatted(pick.path().shown()));
      }
      if (entries.get(0).kind() == TreeEntry.Kind.FOLDER) {
        entries.addAll(catalogue.trees().below(order.shelf(), pick.path(), pick.moment()));
      }
    }
    int above = pick.path().isRoot() ? 0 : pick.path().folder().text().length();
    for (TreeEntry entry : entries) {
      String text = entry.path().text();
      InnerPath to =
          inPlace || above == 0 ? entry.path() : new InnerPath(text.substring(above + 1));
      Optional<InnerPath> onShelf = inPlace ? Optional.of(entry.path()) : Optional.empty();
      if (entry.kind() == TreeEntry.Kind.FOLDER) {
        folder(to, onShelf);
      } else {
        put(Wanted.of(entry), to, onShelf);
      }
    }
    if (inPlace && order.laterFiles() == LaterFiles.REMOVE) {
      removeLater(pick, entries);
    }
  }

  /** What is to stand somewhere. */
  private record Wanted(FileState state, OptionalLong file, int revision, Instant from) {
    static Wanted of(TreeEntry entry) {
      FileState state =
          new FileState(
              entry.path(),
              entry.size(),
              entry.modified(),
              entry.mode(),
              Optional.empty(),
              Optional.empty(),
              entry.content(),
              entry.link());
      return new Wanted(state, entry.file(), entry.revision().orElseThrow(), entry.since());
    }
  }

  private void folder(InnerPath to, Optional<InnerPath> onShelf) {
    Optional<Path> target = target(to);
    if (target.isPresent() && !Files.isDirectory(target.get(), LinkOption.NOFOLLOW_LINKS)) {
      steps.put(
          target.get(),
          new Step(
              target.get(),
              onShelf,
              Outcome.FOLDER,
              Optional.empty(),
              OptionalLong.empty(),
              OptionalInt.empty(),
              ""));
    }
  }

  private void put(Wanted wanted, InnerPath to, Optional<InnerPath> onShelf) throws IOException {
    Optional<Path> target = target(to);
    if (target.isEmpty()) {
      Path shown = root.resolve("?" + wanted.file().orElse(0));
      add(shown, onShelf, Outcome.REFUSED, wanted, "its name cannot be written here");
      return;
    }
    Optional<String> refused = inTheWay(target.get());
    if (refused.isPresent()) {
      add(target.get(), onShelf, Outcome.REFUSED, wanted, refused.get());
    } else if (!Files.exists(target.get(), LinkOption.NOFOLLOW_LINKS)) {
      add(target.get(), onShelf, Outcome.RECOVERED, wanted, "");
    } else if (isThere(wanted, target.get(), onShelf)) {
      add(target.get(), onShelf, Outcome.SAME, wanted, "");
    } else if (order.ifThere() == IfThere.MAKE_ROOM) {
      add(target.get(), onShelf, Outcome.MADE_ROOM, wanted, "");
    } else if (order.ifThere() == IfThere.LEAVE) {
      add(target.get(), onShelf, Outcome.LEFT, wanted, "something else stands there");
    } else {
      beside(wanted, to, onShelf);
    }
  }

  private void beside(Wanted wanted, InnerPath to, Optional<InnerPath> onShelf) throws IOException {
    for (int attempt = 1; ; attempt++) {
      InnerPath name = to.folder().resolve(telling(to.name(), wanted, attempt).text());
      Path target = target(name).orElseThrow();
      Optional<InnerPath> path = onShelf.isPresent() ? Optional.of(name) : Optional.empty();
      if (!Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
        add(target, path, Outcome.BESIDE, wanted, "");
        return;
      }
      if (isThere(wanted, target, path)) {
        add(target, path, Outcome.SAME, wanted, "");
        return;
      }
    }
  }

  private InnerPath telling(String name, Wanted wanted, int attempt) {
    return new InnerPath(TellingName.of(name, wanted.revision(), wanted.from(), zone, attempt));
  }

  private void add(
      Path target, Optional<InnerPath> path, Outcome planned, Wanted wanted, String why) {
    steps.put(
        target,
        new Step(
            target,
            path,
            planned,
            Optional.of(wanted.state()),
            wanted.file(),
            OptionalInt.of(wanted.revision()),
            why));
  }

  private void removeLater(Pick.OfMoment pick, List<TreeEntry> entries) {
    Set<InnerPath> then = new HashSet<>();
    entries.forEach(entry -> then.add(entry.path()));
    for (PresentFile file : present.values()) {
      InnerPath path = file.state().path();
      Optional<Path> target = target(path);
      if (path.isWithin(pick.path()) && !then.contains(path) && target.isPresent()) {
        steps.put(
            target.get(),
            new Step(
                target.get(),
                Optional.of(path),
                Outcome.REMOVED,
                Optional.empty(),
                OptionalLong.of(file.file()),
                OptionalInt.of(file.revision()),
                ""));
      }
    }
  }

  /** Where a path comes to lie; empty if this system cannot have it, or if it leads out. */
  private Optional<Path> target(InnerPath to) {
    for (String name : to.text().split("/", -1)) {
      if (name.isEmpty() || name.equals(".") || name.equals("..")) {
        return Optional.empty();
      }
    }
    try {
      return Optional.of(ShelfPaths.resolve(root, to));
    } catch (InvalidPathException e) {
      return Optional.empty();
    }
  }

  private Optional<String> inTheWay(Path target) {
    for (Path above = target.getParent();
        above != null && !above.equals(root);
        above = above.getParent()) {
      if (Files.exists(above, LinkOption.NOFOLLOW_LINKS)
          && !Files.isDirectory(above, LinkOption.NOFOLLOW_LINKS)) {
        return Optional.of("%s is no folder but a file or a link".formatted(above.getFileName()));
      }
    }
    return Files.isDirectory(target, LinkOption.NOFOLLOW_LINKS)
        ? Optional.of("a folder stands there")
        : Optional.empty();
  }

  private boolean isThere(Wanted wanted, Path target, Optional<InnerPath> onShelf)
      throws IOException {
    BasicFileAttributes found =
        Files.readAttributes(target, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    if (found.isSymbolicLink() || wanted.state().link().isPresent()) {
      return found.isSymbolicLink()
          && wanted.state().link().equals(Optional.of(Files.readSymbolicLink(target).toString()));
    }
    if (!found.isRegularFile() || found.size() != wanted.state().size()) {
      return false;
    }
    PresentFile recorded = onShelf.map(present::get).orElse(null);
    Instant modified = times.onOfficeClock(found.lastModifiedTime().toInstant());
    if (recorded != null && recorded.state().modified().equals(modified)) {
      return recorded.state().sameContent(wanted.state());
    }
    try (FileChannel channel = FileChannel.open(target, StandardOpenOption.READ)) {
      return catalogue.contents().isIn(channel, wanted.state().content().orElseThrow(), workers);
    }
  }
}
