package org.mendedleaf.core.stores;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.MissingContentException;
import org.mendedleaf.core.store.SheafVerification;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.HurtSegment;
import org.mendedleaf.core.store.log.Segment;

/** Checks one store: its log, its sheaves, and which files any damage concerns. */
final class Verification {

  private final Catalogue catalogue;
  private Predicate<SheafId> passedOver = sheaf -> false;

  Verification(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /**
   * The findings of a verification.
   *
   * @param hurtSheaves those with damage in them
   * @param lost what is missing of revisions
   */
  record Findings(VerifyReport report, List<SheafId> hurtSheaves, Set<ContentId> lost) {}

  /** Told of each sheaf that was read as a whole. */
  interface SheafRead {
    void read(SheafId sheaf, boolean whole) throws IOException;
  }

  Findings verify(VerifyDepth depth, SheafRead read, Progress progress) throws IOException {
    List<VerifyReport.Damage> damaged = new ArrayList<>();
    chain(damaged);
    lookAgain();
    List<SheafId> sheaves = catalogue.ledger().sheaves();
    progress.phase(Phase.CHECKING, sheaves.size(), 0);
    long records = 0;
    Map<String, String> places = new LinkedHashMap<>();
    List<SheafId> hurt = new ArrayList<>();
    for (SheafId sheaf : sheaves) {
      progress.checkCancelled();
      boolean deep = depth != VerifyDepth.GLANCE && !passedOver.test(sheaf);
      SheafVerification.Result result = look(sheaf, deep, read);
      records += result.records();
      result
          .damage()
          .forEach(damage -> places.put(damage.where(), damage.where() + ": " + damage.what()));
      if (!result.damage().isEmpty()) {
        hurt.add(sheaf);
      }
      progress.advanced(1, result.bytes());
    }
    if (depth != VerifyDepth.CONTENT && !catalogue.damage().any() && !catalogue.isPartial()) {
      return new Findings(
          new VerifyReport(sheaves.size(), records, countRevisions(), damaged, List.of()),
          hurt,
          Set.of());
    }
    RevisionCheck check =
        depth == VerifyDepth.CONTENT
            ? RevisionCheck.ofEverything(catalogue, progress)
            : RevisionCheck.ofSuspects(catalogue, progress);
    places.forEach(
        (place, words) -> damaged.add(new VerifyReport.Damage(words, check.at(place), false)));
    List<String> rest = check.elsewhere(places.keySet());
    if (!rest.isEmpty()) {
      damaged.add(new VerifyReport.Damage("contents", rest, false));
    }
    return new Findings(
        new VerifyReport(sheaves.size(), records, check.revisions(), damaged, check.files()),
        hurt,
        check.lost());
  }

  /** Which sheaves need not be read again. */
  void passOver(Predicate<SheafId> which) {
    passedOver = which;
  }

  /** Looks at one sheaf; what is damaged in it does not count as held from then on. */
  SheafVerification.Result look(SheafId sheaf, boolean deep, SheafRead read) throws IOException {
    SheafVerification verification = catalogue.store().verification();
    SheafVerification.Result result = deep ? verification.deep(sheaf) : verification.glance(sheaf);
    for (SheafVerification.SheafDamage damage : result.damage()) {
      catalogue.damage().note(sheaf, damage.offset());
    }
    if (deep) {
      read.read(sheaf, result.damage().isEmpty());
    }
    return result;
  }

  /** What was damaged or away once may be there again. */
  private void lookAgain() throws IOException {
    if (!catalogue.damage().any()) {
      return;
    }
    Set<ContentId> whole = new HashSet<>();
    for (ContentId id : catalogue.damage().all()) {
      if (isReadable(id)) {
        whole.add(id);
      }
    }
    catalogue.damage().forget(whole);
  }

  private boolean isReadable(ContentId id) throws IOException {
    try {
      byte[] unused = catalogue.contents().block(id);
      return true;
    } catch (DamagedContentException | MissingContentException e) {
      return false;
    }
  }

  /** Checks only that each act continues the one before it. */
  List<VerifyReport.Damage> chain() throws IOException {
    catalogue.catchUp();
    List<VerifyReport.Damage> damaged = new ArrayList<>();
    chain(damaged);
    return damaged;
  }

  private void chain(List<VerifyReport.Damage> damaged) throws IOException {
    Store store = catalogue.store();
    for (String file : store.hurtDescriptions()) {
      damaged.add(
          damage(
              file + ": it is damaged or missing, or does not say the same as the other copy",
              true));
    }
    long end = store.log().end(catalogue.commits());
    ContentId expected = Segment.NO_PREDECESSOR;
    for (long number = 0; number < end; number++) {
      Optional<Segment> segment;
      try {
        segment = store.log().read(number);
      } catch (DamagedContentException e) {
        // Told below, with its file.
        break;
      }
      if (segment.isEmpty()) {
        break;
      }
      if (!segment.get().previous().equals(expected)) {
        damaged.add(
            damage("log segment " + number + ": it does not continue the one before", false));
      }
      expected = segment.get().hash();
    }
    for (HurtSegment hurt : store.log().hurt(end)) {
      damaged.add(damage(hurt.where() + ": " + hurt.what(), hurt.mendable()));
    }
    store.log().trouble(end).ifPresent(sentence -> damaged.add(damage(sentence, false)));
  }

  private static VerifyReport.Damage damage(String where, boolean mendable) {
    return new VerifyReport.Damage(where, List.of(), mendable);
  }

  /** Brings back from second copies what can be; returns how many files were mended. */
  int mendLog() throws IOException {
    Store store = catalogue.store();
    int mended = 0;
    int described = store.hurtDescriptions().size();
    if (described > 0 || store.isDescribedOnce()) {
      mended += Math.max(1, described);
      store.describeAgain();
    }
    long end = store.log().end(catalogue.commits());
    mended += store.log().mend(store.log().hurt(end), end);
    // What stands only once, which is no damage, stands twice afterwards.
    var unused = store.log().fold(end);
    catalogue.catchUp();
    return mended;
  }

  private long countRevisions() throws IOException {
    return catalogue.shelves().all().stream().mapToLong(RecordedShelf::revisions).sum();
  }
}
