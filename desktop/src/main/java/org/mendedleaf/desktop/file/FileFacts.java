package org.mendedleaf.desktop.file;

import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** The facts beside a file's name: its current revision, how much there is of it, other names. */
final class FileFacts {

  private FileFacts() {}

  static String of(FileLife life) {
    Revision newest = life.newest();
    String state =
        life.file().present()
            ? Words.of("file.current", FilePresenter.numbered(newest.number()) + stage(life))
            : Words.of("file.removed");
    String former =
        life.formerPaths().isEmpty()
            ? ""
            : " · " + Words.of("file.formerly", life.formerPaths().get(0).shown());
    return state
        + " · "
        + Shown.size(newest.state().size())
        + " · "
        + Words.count("shelf.revisions", life.revisions().size())
        + DescribingLine.facts(life.description())
        + former;
  }

  /** Whether the newest revision is issued, where the shelf tells that. */
  private static String stage(FileLife life) {
    if (!life.shelf().settings().stages()) {
      return "";
    }
    return ", "
        + life.marks(life.newest())
            .issue()
            .map(issue -> Words.of("stage.issue", issue.letters()))
            .orElseGet(() -> Words.of("stage.draft"));
  }
}
