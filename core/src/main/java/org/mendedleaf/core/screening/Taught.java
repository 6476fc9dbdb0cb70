package org.mendedleaf.core.screening;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;
import org.mendedleaf.core.catalog.questions.FindingQuestions;
import org.mendedleaf.core.catalog.questions.FindingQuestions.MeantBefore;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;

/**
 * What people called meant before is only worth a look from then on: the same of the same file; of
 * any file in a folder in which it was meant of three; of any file with an ending of which it was
 * meant of five. Damage to the bytes themselves is forgiven for each file alone. For one thread.
 */
final class Taught {

  private static final int OF_A_FOLDER = 3;
  private static final int OF_AN_ENDING = 5;

  /** Nobody means these of a whole folder. */
  private static final Set<FindingKind> BROKEN =
      EnumSet.of(FindingKind.ZEROS, FindingKind.NOISE, FindingKind.CUT_OFF, FindingKind.UNOPENABLE);

  private final FindingQuestions questions;

  Taught(FindingQuestions questions) {
    this.questions = questions;
  }

  /** The findings of a revision with the strengths that they have after all that was said. */
  List<Finding> weighed(Revision revision, List<Finding> findings) throws IOException {
    List<Finding> weighed = new ArrayList<>();
    for (Finding finding : findings) {
      boolean isDamage = finding.strength().isDamage();
      weighed.add(
          isDamage && isUsual(revision, finding.kind())
              ? finding.with(FindingStrength.WORTH_A_LOOK)
              : finding);
    }
    return weighed;
  }

  private boolean isUsual(Revision revision, FindingKind kind) throws IOException {
    List<MeantBefore> meant = questions.meantBefore(revision.file(), kind);
    if (meant.stream().anyMatch(one -> one.file() == revision.file())) {
      return true;
    }
    InnerPath path = revision.state().path();
    return !BROKEN.contains(kind)
        && (files(meant, one -> one.folder().equals(path.folder())) >= OF_A_FOLDER
            || files(meant, one -> ending(one).equals(ending(path))) >= OF_AN_ENDING);
  }

  private static long files(List<MeantBefore> meant, Predicate<InnerPath> which) {
    return meant.stream()
        .filter(one -> which.test(one.path()))
        .mapToLong(MeantBefore::file)
        .distinct()
        .count();
  }

  private static String ending(InnerPath path) {
    String name = path.name();
    int dot = name.lastIndexOf('.');
    // What has none is like nothing else.
    return dot <= 0 ? path.text() : name.substring(dot).toLowerCase(Locale.ROOT);
  }
}
