package org.mendedleaf.core.stores;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Reads the sheaves of a place a slice at a time, those that were read longest ago first, so that
 * all of them are read within {@link Checkups#WITHIN}. Safe for several threads.
 */
final class SheafSlices {

  /** There is nothing to gain by smaller slices. */
  private static final Duration SLICE = Duration.ofHours(1);

  private final SheafChecks checks;
  private final InstantSource clock;

  SheafSlices(SheafChecks checks, InstantSource clock) {
    this.checks = checks;
    this.clock = clock;
  }

  /** A place whose sheaves are read. */
  interface SheafPlace {
    List<SheafId> sheaves() throws IOException;

    long length(SheafId sheaf) throws IOException;

    /** Reads every byte; returns whether all are what was written. */
    boolean isWhole(SheafId sheaf) throws IOException;
  }

  /** How far it is. */
  Checkup state(SheafPlace place) throws IOException {
    SheafChecks.Known known = checks.read();
    Instant since = clock.instant().minus(Checkups.WITHIN);
    long bytes = 0;
    long checked = 0;
    int damaged = 0;
    Optional<Instant> oldest = Optional.empty();
    boolean anyNever = false;
    List<SheafId> sheaves = place.sheaves();
    for (SheafId sheaf : sheaves) {
      long length = place.length(sheaf);
      bytes += length;
      SheafChecks.SheafCheck check = known.sheaves().get(sheaf);
      if (check == null) {
        anyNever = true;
        continue;
      }
      damaged += check.whole() ? 0 : 1;
      checked += check.at().isBefore(since) ? 0 : length;
      if (oldest.isEmpty() || check.at().isBefore(oldest.get())) {
        oldest = Optional.of(check.at());
      }
    }
    return new Checkup(
        bytes, checked, anyNever ? Optional.empty() : oldest, sheaves.size(), damaged);
  }

  /**
   * Reads what is due: as many as fall to the time that has passed. A large sheaf stands for a
   * longer time, in which nothing more is due.
   *
   * @param most about so many bytes are read; the next slice goes on with the rest
   * @return how many sheaves were read
   */
  int slice(SheafPlace place, long most, Progress progress) throws IOException {
    Instant now = clock.instant();
    SheafChecks.Known known = checks.read();
    Instant upTo =
        known.upTo().filter(at -> !at.isAfter(now.plus(Checkups.WITHIN))).orElse(now.minus(SLICE));
    if (Duration.between(upTo, now).compareTo(SLICE) < 0) {
      return 0;
    }
    List<SheafId> all = place.sheaves();
    long bytes = 0;
    for (SheafId sheaf : all) {
      bytes += place.length(sheaf);
    }
    Map<SheafId, SheafChecks.SheafCheck> found = new HashMap<>();
    List<SheafId> due = due(all, known, now);
    progress.phase(Phase.CHECKING, due.size(), 0);
    long read = 0;
    for (SheafId sheaf : due) {
      if (!upTo.isBefore(now) || read >= most) {
        break;
      }
      long length = place.length(sheaf);
      read += length;
      progress.checkCancelled();
      found.put(sheaf, new SheafChecks.SheafCheck(now, place.isWhole(sheaf)));
      upTo = upTo.plusSeconds((long) (Checkups.WITHIN.toSeconds() * (double) length / bytes));
      progress.advanced(1, length);
    }
    // Where nothing more is due, nothing has to be made up for later.
    boolean isAllRead = found.size() == due.size();
    checks.note(found, all, Optional.of(isAllRead && upTo.isBefore(now) ? now : upTo));
    return found.size();
  }

  /** Those that were not read for long, what was never read first. */
  private List<SheafId> due(List<SheafId> all, SheafChecks.Known known, Instant now) {
    // A little before it is over: slices are as large as whole sheaves are.
    Instant recent = now.minus(Checkups.WITHIN.multipliedBy(9).dividedBy(10));
    List<SheafId> due = new ArrayList<>();
    for (SheafId sheaf : all) {
      SheafChecks.SheafCheck check = known.sheaves().get(sheaf);
      if (check == null || check.at().isBefore(recent) || check.at().isAfter(now)) {
        due.add(sheaf);
      }
    }
    due.sort(Comparator.comparing(sheaf -> lastRead(known, sheaf)));
    return due;
  }

  private static Instant lastRead(SheafChecks.Known known, SheafId sheaf) {
    SheafChecks.SheafCheck check = known.sheaves().get(sheaf);
    return check == null ? Instant.MIN : check.at();
  }
}
