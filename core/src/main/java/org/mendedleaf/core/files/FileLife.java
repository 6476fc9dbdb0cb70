package org.mendedleaf.core.files;

import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/**
 * The whole history of one file.
 *
 * @param address where it lies or lay on this desk; empty if its shelf is not bound here
 * @param formerPaths newest first
 * @param revisions oldest first
 * @param marks what people say about revisions, by number; those without are left out
 * @param description what people say the file is
 * @param findings what is doubtful about revisions
 */
public record FileLife(
    FileRef ref,
    Shelf shelf,
    RecordedFile file,
    Optional<Path> address,
    List<InnerPath> formerPaths,
    ZoneId zone,
    List<Revision> revisions,
    Map<Integer, RevisionMarks> marks,
    Description description,
    LifeFindings findings) {

  public FileLife {
    formerPaths = List.copyOf(formerPaths);
    revisions = List.copyOf(revisions);
    marks = Map.copyOf(marks);
  }

  /** What people say about a revision. */
  public RevisionMarks marks(Revision revision) {
    return marks.getOrDefault(revision.number(), RevisionMarks.NONE);
  }

  /** The issue that a revision is, or that it led to as a draft; empty if none came of it yet. */
  public Optional<RevisionMarks.Issue> leadsTo(Revision revision) {
    return revisions.stream()
        .filter(later -> later.number() >= revision.number())
        .flatMap(later -> marks(later).issue().stream())
        .findFirst();
  }

  /** The newest revision; it is current as long as the file is on its shelf. */
  public Revision newest() {
    return revisions.get(revisions.size() - 1);
  }

  public Optional<Revision> revision(int number) {
    return revisions.stream().filter(revision -> revision.number() == number).findFirst();
  }
}
