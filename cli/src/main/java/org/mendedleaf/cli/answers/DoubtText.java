package org.mendedleaf.cli.answers;

import java.io.IOException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.intake.Doubt;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;

/** Puts into words what speaks against bringing a file in. */
public final class DoubtText {

  private final Office office;

  public DoubtText(Office office) {
    this.office = office;
  }

  public List<String> of(List<Doubt<FileRef>> doubts) throws IOException {
    List<String> sentences = new ArrayList<>();
    for (Doubt<FileRef> doubt : doubts) {
      sentences.add(of(doubt));
    }
    return sentences;
  }

  private String of(Doubt<FileRef> doubt) throws IOException {
    ZoneId zone = office.settings().zone();
    if (doubt instanceof Doubt.BelongsElsewhere<FileRef> elsewhere) {
      return "%d %% of this is in %s, and %d %% in the file it is to replace"
          .formatted(
              Math.round(100 * elsewhere.part()),
              name(elsewhere.other().file()),
              Math.round(100 * elsewhere.here()));
    } else if (doubt instanceof Doubt.OtherKind<FileRef> kind) {
      return "it is of the kind %s, and what is there is %s".formatted(kind.type(), kind.there());
    } else if (doubt instanceof Doubt.NameSaysOtherKind<FileRef> kind) {
      return "its name ends in .%s, and its bytes are %s".formatted(kind.extension(), kind.type());
    } else if (doubt instanceof Doubt.Broken<FileRef> broken) {
      return broken.flaws().stream().map(DoubtText::flaw).sorted().toList().get(0);
    } else if (doubt instanceof Doubt.OnlyABeginning<FileRef> beginning) {
      return "all of it is in what is there, which is longer: about %d %% are missing"
          .formatted(Math.round(100 * beginning.missing()));
    } else if (doubt instanceof Doubt.Older<FileRef> older) {
      return "it was saved %s, and what is there %s, which is later"
          .formatted(Text.moment(older.arrival(), zone), Text.moment(older.there(), zone));
    }
    Doubt.CallsItselfOtherwise<FileRef> called = (Doubt.CallsItselfOtherwise<FileRef>) doubt;
    return "it calls itself “%s”, which is the name of %s"
        .formatted(called.title(), name(called.other().file()));
  }

  private static String flaw(Traits.Flaw flaw) {
    return switch (flaw) {
      case EMPTY -> "it is empty";
      case CUT_OFF -> "its end is missing: it was cut off";
      case ZEROS -> "its end, or all of it, is zeros";
      case UNREADABLE -> "it cannot be read as what it is";
    };
  }

  private String name(FileRef file) throws IOException {
    return office.files().life(file).file().path().shown();
  }
}
