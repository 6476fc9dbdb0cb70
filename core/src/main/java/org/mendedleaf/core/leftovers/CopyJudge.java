package org.mendedleaf.core.leftovers;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.compare.readers.Endings;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.leftovers.LeftoverFiles.FoundCopy;
import org.mendedleaf.core.session.FileContent;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;

/** Holds a copy against the history of the file that it belongs to. Safe for several threads. */
final class CopyJudge {

  private final FileLives files;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  CopyJudge(FileLives files, OpenDesk desk, OfficeSettings settings) {
    this.files = files;
    this.desk = desk;
    this.settings = settings;
  }

  /** What a content is called by those who look for it by its ending. */
  String ending(FoundCopy looked) throws IOException {
    return Endings.of(
        desk.insides().measure(new FileContent(looked.path(), looked.attributes().size())).kind());
  }

  Instant saved(BasicFileAttributes attributes) {
    return settings.fileTimes().onOfficeClock(attributes.lastModifiedTime().toInstant());
  }

  Leftover survivor(FoundCopy looked, Shelf shelf, InnerPath place) throws IOException {
    return new Leftover(
        looked.path(),
        looked.attributes().size(),
        saved(looked.attributes()),
        shelf,
        place,
        Optional.empty(),
        isDamaged(looked) ? LeftoverVerdict.DAMAGED : LeftoverVerdict.ONLY_SURVIVOR,
        OptionalInt.empty());
  }

  Leftover judged(FoundCopy looked, Shelf shelf, InnerPath place, FileRef file) throws IOException {
    FileLife life = files.life(file);
    OptionalInt same = same(looked, life);
    Instant saved = saved(looked.attributes());
    LeftoverVerdict verdict =
        same.isPresent()
            ? LeftoverVerdict.SAME
            : isDamaged(looked)
                ? LeftoverVerdict.DAMAGED
                : saved.isAfter(life.newest().state().modified())
                    ? LeftoverVerdict.NEWER
                    : LeftoverVerdict.OLDER;
    return new Leftover(
        looked.path(),
        looked.attributes().size(),
        saved,
        shelf,
        place,
        Optional.of(file),
        verdict,
        same);
  }

  private OptionalInt same(FoundCopy looked, FileLife life) throws IOException {
    for (int i = life.revisions().size() - 1; i >= 0; i--) {
      Revision one = life.revisions().get(i);
      if (one.state().content().isPresent()
          && one.state().size() == looked.attributes().size()
          && desk.store(life.ref().store()).bringIn().holds(looked.path(), one)) {
        return OptionalInt.of(one.number());
      }
    }
    return OptionalInt.empty();
  }

  private boolean isDamaged(FoundCopy looked) throws IOException {
    long size = looked.attributes().size();
    return size == 0 || desk.insides().open(new FileContent(looked.path(), size)).isBroken();
  }

  /** A question about a copy. */
  interface CopyQuestion {
    Optional<Leftover> ask() throws IOException;
  }

  /** Its answer; empty where the copy went away or grew meanwhile. */
  static Optional<Leftover> unlessGone(FoundCopy copy, CopyQuestion question) throws IOException {
    try {
      return question.ask();
    } catch (IOException e) {
      if (!Files.isReadable(copy.path()) || Files.size(copy.path()) != copy.attributes().size()) {
        return Optional.empty();
      }
      throw e;
    }
  }
}
