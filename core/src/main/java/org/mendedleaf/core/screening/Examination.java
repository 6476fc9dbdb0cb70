package org.mendedleaf.core.screening;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.FindingQuestions;
import org.mendedleaf.core.compare.inside.Opened;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.findings.Lead;
import org.mendedleaf.core.findings.Measures;
import org.mendedleaf.core.findings.Measuring;
import org.mendedleaf.core.findings.PlainEdit;
import org.mendedleaf.core.findings.Scrutiny;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.session.RevisionContent;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Examines revisions of one store. What a revision is compared with is the last one that nothing
 * strong speaks against: garbage that is saved three times over stays garbage. For one thread.
 */
final class Examination {

  private static final int PAST = 8;

  /** What a person chose to put there is not questioned. */
  private static final Set<Origin> CHOSEN =
      EnumSet.of(Origin.MEND, Origin.UNDO, Origin.RECOVER, Origin.GATHER, Origin.JOIN);

  private final Catalogue catalogue;
  private final Insides insides;
  private final FindingQuestions questions;
  private final OtherFiles others;
  private final Taught taught;
  private final FirstStates first;

  Examination(Catalogue catalogue, Insides insides) {
    this.catalogue = catalogue;
    this.insides = insides;
    this.questions = catalogue.findings();
    this.others = new OtherFiles(catalogue);
    this.taught = new Taught(questions);
    this.first = new FirstStates(catalogue, insides);
  }

  /**
   * What is doubtful about a revision; nothing where it is a link, the first one, or put there by
   * somebody's choice.
   *
   * @throws org.mendedleaf.core.store.format.DamagedContentException if the store is damaged there
   */
  List<Finding> of(Revision revision) throws IOException {
    if (revision.state().content().isEmpty()) {
      return List.of();
    }
    if (CHOSEN.contains(revision.origin())) {
      return takenBack(revision);
    }
    Optional<Revision> last = before(revision);
    if (last.isEmpty() || last.get().state().content().isEmpty()) {
      return List.of();
    }
    List<Finding> lastOnes = questions.open(revision.file(), last.get().number());
    ContentRef content = revision.state().content().get();
    if (content.equals(last.get().state().content().get())) {
      return still(lastOnes, last.get().number());
    }
    OptionalInt unhurt = questions.unhurtBefore(revision.file(), revision.number());
    if (unhurt.isEmpty()) {
      // Beside what is hurt, what was mended would look doubtful.
      return first.of(revision).isEmpty() ? List.of() : still(lastOnes, last.get().number());
    }
    Optional<Revision> base = catalogue.files().revision(revision.file(), unhurt.getAsInt());
    if (base.isEmpty() || base.get().state().content().isEmpty()) {
      return List.of();
    }
    return compared(revision, base.get(), last.get(), lastOnes);
  }

  /** What is doubtful about the first revision of a file, as {@link #of} of the others. */
  List<Finding> ofFirst(Revision revision) throws IOException {
    Optional<Finding> found =
        CHOSEN.contains(revision.origin()) ? Optional.empty() : first.of(revision);
    return taught.weighed(revision, found.stream().toList());
  }

  /** Taking an act back is no choice of what is there then. */
  private List<Finding> takenBack(Revision revision) throws IOException {
    if (revision.origin() != Origin.UNDO || revision.from().isEmpty()) {
      return List.of();
    }
    int from = revision.from().getAsInt();
    return still(questions.open(revision.file(), from), from);
  }

  private Optional<Revision> before(Revision revision) throws IOException {
    for (int number = revision.number() - 1; number >= 0; number--) {
      Optional<Revision> one = catalogue.files().revision(revision.file(), number);
      // Erased ones leave gaps; a long one is passed over by asking for the whole history once.
      if (one.isPresent()) {
        return one;
      }
      if (revision.number() - number > PAST) {
        return catalogue.files().history(revision.file()).stream()
            .filter(other -> other.number() < revision.number())
            .reduce((a, b) -> b);
      }
    }
    return Optional.empty();
  }

  private List<Finding> compared(
      Revision revision, Revision base, Revision last, List<Finding> lastOnes) throws IOException {
    ContentRef content = revision.state().content().orElseThrow();
    if (content.equals(base.state().content().orElseThrow())) {
      // The good state is there again, whoever put it there.
      return List.of();
    }
    OptionalInt doubtful = questions.doubtfulWith(revision.file(), revision.number(), content.id());
    if (doubtful.isPresent()) {
      return still(questions.open(revision.file(), doubtful.getAsInt()), doubtful.getAsInt());
    }
    OptionalInt earlier = questions.earlierWith(revision.file(), revision.number(), content.id());
    if (earlier.isPresent()) {
      return List.of(
          new Finding(
              FindingKind.OLDER_BACK,
              FindingStrength.WORTH_A_LOOK,
              earlier.getAsInt(),
              base.number(),
              OptionalLong.empty()));
    }
    List<Finding> found = new ArrayList<>();
    Lead lead = Lead.NONE;
    if (!lastOnes.isEmpty() || !isPlainEdit(revision, base)) {
      Measures now = measure(content, new Measuring());
      lead = now.lead();
      found.addAll(measured(revision, now, base));
      if (found.isEmpty() && !lastOnes.isEmpty()) {
        carried(now, last, lastOnes).ifPresent(found::add);
      }
    }
    if (isUnhurt(found)) {
      opening(revision, base, lead).ifPresent(found::add);
      if (isUnhurt(found) && Shapes.mayTell(lead, revision.state().path().name())) {
        found.addAll(new Shapes(insides, catalogue.contents()).of(revision, base));
      }
    }
    List<Finding> weighed = new ArrayList<>(taught.weighed(revision, found));
    weighed.sort((a, b) -> a.strength().compareTo(b.strength()));
    return weighed;
  }

  private static boolean isUnhurt(List<Finding> found) {
    return found.stream().noneMatch(one -> one.strength().isDamage());
  }

  /** Nearly every save is one, so the rest is asked for only where this is none. */
  private boolean isPlainEdit(Revision revision, Revision base) throws IOException {
    ContentRef now = revision.state().content().orElseThrow();
    ContentRef before = base.state().content().orElseThrow();
    return now.size() <= PlainEdit.LONGEST
        && before.size() <= PlainEdit.LONGEST
        && PlainEdit.of(catalogue.contents().bytes(now), catalogue.contents().bytes(before))
        && questions.filesWith(now.id(), revision, 1).isEmpty();
  }

  private List<Finding> measured(Revision revision, Measures now, Revision base)
      throws IOException {
    Measures before = measure(base.state().content().orElseThrow(), new Measuring(now));
    List<Finding> found = new ArrayList<>(Scrutiny.of(now, before, new RecordedPast(base)));
    if (Scrutiny.mayBeExchanged(now, before)) {
      others.likelyOwner(revision, now, before).ifPresent(found::add);
    }
    return found;
  }

  /** Whatever was doubtful about the revision before, be it only worth a look. */
  private Optional<Finding> carried(Measures now, Revision last, List<Finding> lastOnes)
      throws IOException {
    OptionalInt number = questions.undoubtedBefore(last.file(), last.number());
    Optional<Revision> good =
        number.isPresent()
            ? catalogue.files().revision(last.file(), number.getAsInt())
            : Optional.empty();
    if (good.isEmpty()) {
      return Optional.empty();
    }
    return Scrutiny.asStill(
        now,
        measure(last.state().content().orElseThrow(), new Measuring()),
        measure(good.get().state().content().orElseThrow(), new Measuring()),
        strongest(lastOnes),
        last.number());
  }

  /** Asks readers last: they are much slower than measuring. */
  private Optional<Finding> opening(Revision revision, Revision base, Lead lead)
      throws IOException {
    if (!Wholes.mayTell(lead, revision.state().path().name())) {
      return Optional.empty();
    }
    ContentReader contents = catalogue.contents();
    Opened opened = insides.open(new RevisionContent(revision, contents));
    return opened.isBroken() && insides.open(new RevisionContent(base, contents)).isWhole()
        ? Optional.of(
            new Finding(
                FindingKind.UNOPENABLE, Wholes.strength(opened.kind()), 0, 0, OptionalLong.empty()))
        : Optional.empty();
  }

  /** The same content as that of a revision with these findings, if it has any. */
  private static List<Finding> still(List<Finding> findings, int number) {
    return findings.isEmpty()
        ? List.of()
        : List.of(
            new Finding(
                FindingKind.STILL_CARRIES, strongest(findings), 100, number, OptionalLong.empty()));
  }

  private static FindingStrength strongest(List<Finding> findings) {
    return findings.stream()
        .map(Finding::strength)
        .min(FindingStrength::compareTo)
        .orElse(FindingStrength.WORTH_A_LOOK);
  }

  private Measures measure(ContentRef content, Measuring measuring) throws IOException {
    catalogue.contents().copyFirst(content, content.size(), measuring);
    return measuring.measures();
  }

  /** Read only where a file looks rewritten or changed its size. */
  private final class RecordedPast implements Scrutiny.Past {
    private final Revision base;

    RecordedPast(Revision base) {
      this.base = base;
    }

    @Override
    public List<Long> sizes() throws IOException {
      return catalogue.findings().sizesBefore(base.file(), base.number() + 1, PAST);
    }

    @Override
    public Optional<Double> usuallyKept() throws IOException {
      OptionalInt number = questions.unhurtBefore(base.file(), base.number());
      Optional<Revision> earlier =
          number.isPresent()
              ? catalogue.files().revision(base.file(), number.getAsInt())
              : Optional.empty();
      if (earlier.isEmpty() || earlier.get().state().content().equals(base.state().content())) {
        return Optional.empty();
      }
      Measures then = measure(earlier.get().state().content().orElseThrow(), new Measuring());
      return Optional.of(
          then.partIn(measure(base.state().content().orElseThrow(), new Measuring())));
    }
  }
}
