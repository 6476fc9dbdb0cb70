package org.mendedleaf.core.capture;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFileAttributes;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.progress.Progress;

/**
 * Looks at every file and folder of a shelf without reading any. Links are never followed; folders
 * are gone through without recursion, so that depth is no limit.
 */
final class Scanner {

  private final Path root;
  private final FileTimes times;
  private final Class<? extends BasicFileAttributes> attributes;

  Scanner(Path root, FileTimes times) {
    this.root = root;
    this.times = times;
    boolean posix = root.getFileSystem().supportedFileAttributeViews().contains("posix");
    this.attributes = posix ? PosixFileAttributes.class : BasicFileAttributes.class;
  }

  /** One file or link, or empty if nothing is there. */
  Optional<Found> look(Path file, InnerPath path) throws IOException {
    try {
      return Optional.of(Found.of(file, path, read(file), times));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  Scan scan(LeftOut leftOut, Progress progress) throws IOException {
    Scan scan = new Scan(leftOut);
    scan.folders().add(Found.of(root, InnerPath.ROOT, read(root), times));
    Deque<Found> open = new ArrayDeque<>();
    open.add(scan.folders().get(0));
    while (!open.isEmpty()) {
      progress.checkCancelled();
      List<Found> inside = list(open.removeFirst(), scan);
      for (int i = inside.size() - 1; i >= 0; i--) {
        open.addFirst(inside.get(i));
      }
    }
    return scan;
  }

  /** What lies directly in one folder. */
  Scan listOne(Path folder, InnerPath path) throws IOException {
    Scan scan = new Scan();
    list(Found.of(folder, path, read(folder), times), scan);
    return scan;
  }

  /** Looks at one file or folder; nothing is in the scan if it is not there. */
  Scan lookAt(Path file, InnerPath folder) {
    Scan scan = new Scan();
    List<Found> files = new ArrayList<>();
    List<Found> folders = new ArrayList<>();
    look(file, folder, files, folders, scan);
    scan.files().addAll(files);
    scan.folders().addAll(folders);
    return scan;
  }

  /** Adds everything in this folder to the scan and returns the folders in it. */
  private List<Found> list(Found folder, Scan scan) {
    List<Found> folders = new ArrayList<>();
    List<Found> files = new ArrayList<>();
    try (DirectoryStream<Path> names = Files.newDirectoryStream(folder.file())) {
      for (Path file : names) {
        look(file, folder.path(), files, folders, scan);
      }
    } catch (NoSuchFileException e) {
      scan.problems()
          .add(new Problem(folder.path(), Problem.ProblemKind.VANISHED, "the folder is gone"));
      scan.unseen().add(folder.path());
    } catch (IOException | DirectoryIteratorException e) {
      scan.problems().add(new Problem(folder.path(), Problem.ProblemKind.UNREADABLE, reason(e)));
      scan.unseen().add(folder.path());
    }
    files.sort(Comparator.comparing(Found::path));
    folders.sort(Comparator.comparing(Found::path));
    scan.files().addAll(files);
    scan.folders().addAll(folders);
    return folders;
  }

  private void look(
      Path file, InnerPath folder, List<Found> files, List<Found> folders, Scan scan) {
    String name = ShelfPaths.name(file);
    if (TemporaryNames.isOne(name)) {
      lookAtOurs(file, scan);
      return;
    }
    InnerPath path = folder.resolve(name);
    if (scan.leftOut().matches(path)) {
      return;
    }
    try {
      BasicFileAttributes read = read(file);
      if (read.isDirectory()) {
        folders.add(Found.of(file, path, read, times));
      } else if (read.isRegularFile() || read.isSymbolicLink()) {
        files.add(Found.of(file, path, read, times));
      } else {
        scan.problems()
            .add(
                new Problem(
                    path, Problem.ProblemKind.SPECIAL, "neither a file nor a folder nor a link"));
      }
    } catch (NoSuchFileException e) {
      // It was there a moment ago: a file being saved by replacing it. If it is gone, it is gone.
      scan.problems()
          .add(new Problem(path, Problem.ProblemKind.VANISHED, "it vanished while looking"));
    } catch (IOException e) {
      scan.problems().add(new Problem(path, Problem.ProblemKind.UNREADABLE, reason(e)));
      scan.unseen().add(path);
    }
  }

  private void lookAtOurs(Path file, Scan scan) {
    try {
      if (!read(file).isDirectory()) {
        Instant changed = times.onOfficeClock(changed(file).toInstant());
        scan.leftBehind().add(new Scan.LeftBehind(file, changed));
      }
    } catch (IOException e) {
      // It has got its name by now, or nobody may look: then it is somebody else's to deal with.
      return;
    }
  }

  /** When what the drive knows of a file changed last; empty if it does not tell. */
  Optional<Instant> changed(Found found) throws IOException {
    return root.getFileSystem().supportedFileAttributeViews().contains("unix")
        ? Optional.of(times.onOfficeClock(changed(found.file()).toInstant()))
        : Optional.empty();
  }

  private FileTime changed(Path file) throws IOException {
    if (file.getFileSystem().supportedFileAttributeViews().contains("unix")) {
      return (FileTime) Files.getAttribute(file, "unix:ctime", LinkOption.NOFOLLOW_LINKS);
    }
    BasicFileAttributes read = read(file);
    return read.creationTime().compareTo(read.lastModifiedTime()) > 0
        ? read.creationTime()
        : read.lastModifiedTime();
  }

  private BasicFileAttributes read(Path file) throws IOException {
    return Files.readAttributes(file, attributes, LinkOption.NOFOLLOW_LINKS);
  }

  static String reason(Exception e) {
    if (e instanceof AccessDeniedException) {
      return "no permission to read it";
    }
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }
}
