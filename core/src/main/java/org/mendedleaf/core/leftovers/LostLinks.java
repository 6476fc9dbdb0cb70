package org.mendedleaf.core.leftovers;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.compare.readers.RecentlyUsedReader;
import org.mendedleaf.core.compare.readers.RecentlyUsedReader.RecentlyUsed;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Names of what is gone from shelves: in the desktop's list of files that were opened, and in links
 * on shelves that lead nowhere. Safe for several threads; may take long.
 */
public final class LostLinks {

  private static final Logger LOG = LoggerFactory.getLogger(LostLinks.class);

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final Path opened;

  /**
   * @param opened the desktop's list; it need not exist
   */
  public LostLinks(Shelves shelves, OpenDesk desk, OfficeSettings settings, Path opened) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
    this.opened = opened;
  }

  /** Where this user's desktop keeps the list (XDG Base Directory Specification). */
  public static Path ofThisUser() {
    String data = System.getenv("XDG_DATA_HOME");
    Path base =
        data == null || data.isBlank()
            ? Path.of(System.getProperty("user.home"), ".local", "share")
            : Path.of(data);
    return base.resolve("recently-used.xbel");
  }

  /** All of them, the last opened first; several names of one file are one. */
  public List<LostLink> look() throws IOException {
    Map<Path, LostLink> found = new LinkedHashMap<>();
    List<Shelf> all =
        shelves.all().stream()
            .filter(shelf -> shelf.folder().filter(Files::isDirectory).isPresent())
            .toList();
    for (Shelf shelf : all) {
      for (LinkOnShelf link : links(shelf)) {
        lost(all, link.target(), Optional.of(link.link()), link.at())
            .ifPresent(one -> found.putIfAbsent(link.target(), one));
      }
    }
    for (RecentlyUsed one : read()) {
      Path path = one.path().normalize();
      lost(all, path, Optional.empty(), settings.fileTimes().onOfficeClock(one.at()))
          .ifPresent(link -> found.putIfAbsent(path, link));
    }
    List<LostLink> links = new ArrayList<>(found.values());
    links.sort(Comparator.comparing(LostLink::at).reversed());
    return links;
  }

  private record LinkOnShelf(Path link, Path target, Instant at) {}

  private List<LinkOnShelf> links(Shelf shelf) throws IOException {
    Path folder = shelf.folder().orElseThrow();
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    List<LinkOnShelf> links = new ArrayList<>();
    for (PresentFile file : catalogue.present().of(shelf.id())) {
      if (file.state().link().isPresent()) {
        Path link = ShelfPaths.resolve(folder, file.state().path());
        Path target =
            link.resolveSibling(
                    ShelfPaths.linkTarget(link.getFileSystem(), file.state().link().get()))
                .normalize();
        links.add(new LinkOnShelf(link, target, file.state().modified()));
      }
    }
    return links;
  }

  private Optional<LostLink> lost(List<Shelf> all, Path path, Optional<Path> link, Instant at)
      throws IOException {
    if (Files.exists(path, LinkOption.NOFOLLOW_LINKS)) {
      return Optional.empty();
    }
    for (Shelf shelf : all) {
      Path folder = shelf.folder().orElseThrow();
      if (path.startsWith(folder) && !path.equals(folder)) {
        InnerPath place = ShelfPaths.inner(folder, path);
        Optional<RecordedFile> file = shelves.lastAt(shelf, place);
        // What was moved is not lost.
        return file.filter(RecordedFile::present).isPresent()
            ? Optional.empty()
            : Optional.of(
                new LostLink(
                    shelf, place, link, at, file.map(one -> new FileRef(shelf.store(), one.id()))));
      }
    }
    return Optional.empty();
  }

  private List<RecentlyUsed> read() {
    if (!Files.isReadable(opened)) {
      return List.of();
    }
    try (InputStream in = new BufferedInputStream(Files.newInputStream(opened))) {
      return RecentlyUsedReader.read(in);
    } catch (IOException e) {
      LOG.info("{} was passed over: {}", opened, e.getMessage());
      return List.of();
    }
  }
}
