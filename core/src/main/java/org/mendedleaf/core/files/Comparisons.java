package org.mendedleaf.core.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.compare.Comparison;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.compare.process.ReaderProcess;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileContent;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.RevisionContent;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.SharedBytes;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.Cutting;

/** Compares two states of a file. Safe for several threads; any method may take long. */
public final class Comparisons {

  private final OpenDesk desk;
  private final OfficeSettings settings;

  public Comparisons(OpenDesk desk, OfficeSettings settings) {
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * Finds out what changed in revisions that nobody has looked at yet, and keeps it.
   *
   * @param time after which the rest is left for later
   * @return how many were summed up
   */
  public int sumUp(String store, Duration time, Progress progress) throws IOException {
    OpenStore opened = desk.store(store);
    if (opened.isSpool()) {
      // What a revision changed since the one before can be told when that is at hand.
      return 0;
    }
    opened.catalogue().catchUp();
    return new Summaries(opened, desk, settings).run(time, progress);
  }

  /** One of the two states. */
  public sealed interface ComparedState {

    /** A recorded revision. */
    record Recorded(int number) implements ComparedState {}

    /** The state at the file's place now, recorded or not. */
    record Now() implements ComparedState {}

    /** Any other file. */
    record Outside(Path file) implements ComparedState {}
  }

  /** Compares two states of a file, the earlier one first. */
  public Comparison compare(FileLife life, ComparedState earlier, ComparedState later)
      throws IOException {
    ContentReader contents = desk.store(life.ref().store()).catalogue().contents();
    Side before = side(life, earlier, contents);
    Side after = side(life, later, contents);
    if (before.isLink() || after.isLink()) {
      return links(before, after);
    }
    if (same(before, after, contents)) {
      return ReaderProcess.identical();
    }
    Comparison found = desk.insides().compare(before.held(), after.held());
    return found.bytes().isKnown()
        ? found
        : found.with(shared(before, after, contents, cutting(life)));
  }

  /**
   * @param recorded null for a file that is not recorded
   * @param link where it points to; null for a file
   */
  private record Side(
      @Nullable Content content, @Nullable ContentRef recorded, @Nullable String link) {
    boolean isLink() {
      return link != null;
    }

    /** What a side that is no link holds. */
    Content held() {
      return Objects.requireNonNull(content);
    }
  }

  private static Side side(FileLife life, ComparedState state, ContentReader contents)
      throws IOException {
    if (state instanceof ComparedState.Recorded recorded) {
      Revision revision =
          life.revision(recorded.number())
              .orElseThrow(
                  () ->
                      new SentenceException(
                          "“%s” has no revision %d."
                              .formatted(life.file().path().shown(), recorded.number())));
      return new Side(
          new RevisionContent(revision, contents),
          revision.state().content().orElse(null),
          revision.state().link().orElse(null));
    }
    Path file =
        state instanceof ComparedState.Outside outside
            ? outside.file()
            : life.address()
                .orElseThrow(
                    () ->
                        new SentenceException(
                            "The shelf has no folder here, so nothing lies there now."));
    if (Files.isSymbolicLink(file) && state instanceof ComparedState.Now) {
      return new Side(null, null, Files.readSymbolicLink(file).toString());
    }
    if (!Files.isRegularFile(file)) {
      throw new SentenceException(
          Files.exists(file, LinkOption.NOFOLLOW_LINKS)
              ? "“%s” is no file, so it cannot be compared.".formatted(file)
              : "Nothing lies at “%s” now. What is recorded is safe.".formatted(file));
    }
    return new Side(new FileContent(file, Files.size(file)), null, null);
  }

  private static Comparison links(Side before, Side after) {
    if (before.isLink() && after.isLink()) {
      return Objects.equals(before.link(), after.link())
          ? ReaderProcess.identical()
          : Comparison.ofLinks(
              "points to “%s” instead of “%s”".formatted(after.link(), before.link()));
    }
    return Comparison.ofLinks(
        after.isLink() ? "now a link instead of a file" : "now a file instead of a link");
  }

  private static boolean same(Side before, Side after, ContentReader contents) throws IOException {
    if (before.held().size() != after.held().size()) {
      return false;
    }
    if (before.recorded() != null && after.recorded() != null) {
      return before.recorded().equals(after.recorded());
    }
    return hash(before, contents).equals(hash(after, contents));
  }

  private static ContentId hash(Side side, ContentReader contents) throws IOException {
    if (side.recorded() != null) {
      return contents.sha256(side.recorded());
    }
    MessageDigest digest = ContentId.sha256();
    try (InputStream in =
        new DigestInputStream(Files.newInputStream(((FileContent) side.held()).file()), digest)) {
      in.transferTo(java.io.OutputStream.nullOutputStream());
    }
    return ContentId.of(digest.digest());
  }

  private Cutting cutting(FileLife life) throws IOException {
    return desk.store(life.ref().store()).store().description().cutting();
  }

  /** For contents that are too large to be compared in memory. */
  private static SharedBytes shared(
      Side before, Side after, ContentReader contents, Cutting cutting) throws IOException {
    return ContentReader.shared(
        entries(before, contents, cutting), entries(after, contents, cutting));
  }

  private static ContentReader.Cut entries(Side side, ContentReader contents, Cutting cutting)
      throws IOException {
    if (side.recorded() != null) {
      return contents.cut(side.recorded());
    }
    try (InputStream in = Files.newInputStream(((FileContent) side.held()).file())) {
      return ContentReader.cut(in, cutting);
    }
  }
}
