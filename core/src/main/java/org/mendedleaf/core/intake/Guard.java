package org.mendedleaf.core.intake;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.intake.Matching.ComparedCandidate;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;

/**
 * Looks at what is about to replace a file and says what speaks against it. Compares contents, so
 * it needs no reader for their kind. It never decides: it asks. Safe for several threads.
 *
 * @param <F> what stands for a file
 */
public final class Guard<F> {

  // Fitted on one half of the labelled set, measured on the other.
  private static final double ALIKE = 0.3;
  private static final double CLEARLY_LESS = 0.8;
  private static final double PICTURES_ALIKE = 0.9;
  private static final double PICTURES_APART = 0.02;

  private static final double ALL_OF_IT = 0.97;
  private static final double SHORTER = 0.9;
  private static final double SAME_NAME = 0.9;
  private static final double OTHER_NAME = 0.5;

  private static final Map<String, Set<String>> EXTENSIONS =
      Map.ofEntries(
          Map.entry("pdf", Set.of("application/pdf")),
          Map.entry("png", Set.of("image/png")),
          Map.entry("jpg", Set.of("image/jpeg")),
          Map.entry("jpeg", Set.of("image/jpeg")),
          Map.entry("gif", Set.of("image/gif")),
          Map.entry("bmp", Set.of("image/bmp")),
          Map.entry("zip", Set.of("application/zip")),
          Map.entry(
              "docx",
              Set.of("application/vnd.openxmlformats-officedocument.wordprocessingml.document")),
          Map.entry(
              "xlsx", Set.of("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")),
          Map.entry("odt", Set.of("application/vnd.oasis.opendocument.text")),
          Map.entry("ods", Set.of("application/vnd.oasis.opendocument.spreadsheet")));

  private final Matching<F> matching;

  public Guard(Matching<F> matching) {
    this.matching = matching;
  }

  /** What speaks against bringing this in onto that file; empty if nothing does. */
  public List<Doubt<F>> look(Arriving arrival, Candidate<F> target) {
    List<Doubt<F>> doubts = new ArrayList<>();
    Traits here = arrival.traits();
    if (!here.flaws().isEmpty()) {
      doubts.add(new Doubt.Broken<>(here.flaws()));
    }
    Set<String> types = EXTENSIONS.get(arrival.name().extension());
    if (types != null && !types.contains(here.type()) && here.size() > 0) {
      doubts.add(new Doubt.NameSaysOtherKind<>(arrival.name().extension(), here.type()));
    }
    Traits there = target.traits();
    if (!here.type().equals(there.type()) && here.size() > 0 && there.size() > 0) {
      doubts.add(new Doubt.OtherKind<>(here.type(), there.type()));
    }
    List<ComparedCandidate<F>> compared = matching.compare(here);
    Evidence own = matching.evidence(arrival, target);
    elsewhere(compared, target, own).ifPresent(doubts::add);
    if (own.content().bytes().ofThis() >= ALL_OF_IT && here.size() < there.size() * SHORTER) {
      doubts.add(new Doubt.OnlyABeginning<>(1 - (double) here.size() / there.size()));
    }
    if (arrival.saved().isBefore(target.saved()) && !own.identical()) {
      doubts.add(new Doubt.Older<>(arrival.saved(), target.saved()));
    }
    if (doubts.stream().noneMatch(Doubt.BelongsElsewhere.class::isInstance)) {
      calledOtherwise(here.title(), target).ifPresent(doubts::add);
    }
    return doubts;
  }

  private static <F> Optional<Doubt<F>> elsewhere(
      List<ComparedCandidate<F>> compared, Candidate<F> target, Evidence own) {
    Optional<ComparedCandidate<F>> best =
        compared.stream()
            .filter(one -> !one.candidate().file().equals(target.file()))
            .max(Comparator.comparingDouble(one -> one.likeness().strongest()));
    if (best.isEmpty() || own.identical()) {
      return Optional.empty();
    }
    double here = own.content().strongest();
    double there = best.get().likeness().strongest();
    boolean lookAlike =
        best.get().likeness().picture() >= PICTURES_ALIKE && there - here > PICTURES_APART;
    boolean isOther = there >= ALIKE && (here < CLEARLY_LESS * there || lookAlike);
    return isOther
        ? Optional.of(
            new Doubt.BelongsElsewhere<>(
                best.get().candidate(), best.get().likeness().ofFirst(), own.content().ofFirst()))
        : Optional.empty();
  }

  private Optional<Doubt<F>> calledOtherwise(String title, Candidate<F> target) {
    if (title.isBlank()) {
      return Optional.empty();
    }
    PlainName called = PlainName.of(title);
    if (matching.named(called, target) >= OTHER_NAME) {
      return Optional.empty();
    }
    return matching.namedLike(called, SAME_NAME).stream()
        .filter(other -> !other.file().equals(target.file()))
        .findFirst()
        .map(other -> new Doubt.CallsItselfOtherwise<>(title, other));
  }
}
