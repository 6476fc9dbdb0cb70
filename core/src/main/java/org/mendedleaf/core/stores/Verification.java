package org.mendedleaf.core.stores;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.RecordedShelf;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.DamagedContentException;
import org.mendedleaf.core.store.MissingContentException;
import org.mendedleaf.core.store.Segment;
import org.mendedleaf.core.store.SegmentLog;
import org.mendedleaf.core.store.SheafId;
import org.mendedleaf.core.store.SheafVerification;
import org.mendedleaf.core.store.Store;

/** Checks one store: its log, its sheaves, and which files any damage concerns. */
final class Verification {

  private final Catalogue catalogue;

  Verification(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  VerifyReport verify(VerifyDepth depth, Progress progress) throws IOException {
    List<VerifyReport.Damage> damaged = new ArrayList<>();
    chain(damaged);
    List<SheafId> sheaves = catalogue.ledger().sheaves();
    progress.phase(Phase.CHECKING, sheaves.size(), 0);
    SheafVerification verification = catalogue.store().verification();
    long records = 0;
    List<String> places = new ArrayList<>();
    for (SheafId sheaf : sheaves) {
      progress.checkCancelled();
      SheafVerification.Result result =
          depth == VerifyDepth.GLANCE ? verification.glance(sheaf) : verification.deep(sheaf);
      records += result.records();
      result.damage().forEach(damage -> places.add(damage.where() + ": " + damage.what()));
      progress.advanced(1, result.bytes());
    }
    Checked contents =
        depth == VerifyDepth.CONTENT || !places.isEmpty()
            ? contents(progress)
            : new Checked(countRevisions(), List.of());
    for (String place : places) {
      damaged.add(new VerifyReport.Damage(place, contents.files(), false));
    }
    if (places.isEmpty() && !contents.files().isEmpty()) {
      damaged.add(new VerifyReport.Damage("contents", contents.files(), false));
    }
    return new VerifyReport(sheaves.size(), records, contents.revisions(), damaged);
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
      damaged.add(damage(file + ": it is damaged or missing", true));
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
    for (SegmentLog.HurtSegment hurt : store.log().hurt(end)) {
      damaged.add(damage(hurt.where() + ": " + hurt.what(), hurt.mendable()));
    }
    store.log().trouble(end).ifPresent(sentence -> damaged.add(damage(sentence, false)));
  }

  private static VerifyReport.Damage damage(String where, boolean mendable) {
    return new VerifyReport.Damage(where, List.of(), mendable);
  }

  /** Brings back from second copies what can be; returns how many files were mended. */
  int repair() throws IOException {
    Store store = catalogue.store();
    int mended = 0;
    if (!store.hurtDescriptions().isEmpty()) {
      mended += store.hurtDescriptions().size();
      store.describeAgain();
    }
    long end = store.log().end(catalogue.commits());
    mended += store.log().mend(store.log().hurt(end), end);
    catalogue.catchUp();
    return mended;
  }

  private long countRevisions() throws IOException {
    return catalogue.shelves().all().stream().mapToLong(RecordedShelf::revisions).sum();
  }

  private record Checked(long revisions, List<String> files) {}

  /** Reads every content of every revision; names the files of those that cannot be read. */
  private Checked contents(Progress progress) throws IOException {
    Set<String> files = new LinkedHashSet<>();
    Set<ContentId> good = new LinkedHashSet<>();
    long count = 0;
    for (RecordedShelf shelf : catalogue.shelves().all()) {
      for (Revision revision : catalogue.files().allOf(shelf.id())) {
        progress.checkCancelled();
        count++;
        var content = revision.state().content();
        if (content.isEmpty() || good.contains(content.get().id())) {
          continue;
        }
        try {
          catalogue.contents().copy(content.get(), OutputStream.nullOutputStream());
          good.add(content.get().id());
        } catch (DamagedContentException | MissingContentException e) {
          files.add(
              "%s/%s %s"
                  .formatted(
                      shelf.name(),
                      revision.state().path().shown(),
                      Revision.numbered(revision.number())));
        }
        progress.advanced(1, revision.state().size());
      }
    }
    return new Checked(count, List.copyOf(files));
  }
}
