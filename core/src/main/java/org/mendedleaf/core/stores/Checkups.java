package org.mendedleaf.core.stores;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Goes over a store a slice at a time, so that every stored byte is read within {@link #WITHIN} and
 * nobody waits for it; and remembers when each sheaf was read. Safe for several threads.
 */
public final class Checkups {

  /** Within so long the whole store is read once. */
  public static final Duration WITHIN = Duration.ofDays(30);

  /** There is nothing to gain by smaller slices. */
  private static final Duration SLICE = Duration.ofHours(1);

  /** The bytes that are read at a time, so that nothing else waits for long. */
  private static final long MOST = 1L << 30;

  /** What was read so recently is not read again by a check that goes on where one was stopped. */
  private static final Duration RESUMED = Duration.ofDays(1);

  private final Catalogue catalogue;
  private final SheafChecks checks;
  private final InstantSource clock;

  Checkups(Catalogue catalogue, SheafChecks checks, InstantSource clock) {
    this.catalogue = catalogue;
    this.checks = checks;
    this.clock = clock;
  }

  /** How far it is. */
  public Checkup state() throws IOException {
    SheafChecks.Known known = checks.read();
    Instant since = clock.instant().minus(WITHIN);
    long bytes = 0;
    long checked = 0;
    int damaged = 0;
    Optional<Instant> oldest = Optional.empty();
    boolean anyNever = false;
    List<SheafId> sheaves = catalogue.ledger().sheaves();
    for (SheafId sheaf : sheaves) {
      long length = length(sheaf);
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

  /** How many sheaves were damaged when they were read last; asked often, so it reads little. */
  public int damaged() throws IOException {
    Set<SheafId> hurt = new HashSet<>();
    checks
        .read()
        .sheaves()
        .forEach((sheaf, check) -> hurt.addAll(check.whole() ? Set.of() : Set.of(sheaf)));
    if (!hurt.isEmpty()) {
      hurt.retainAll(catalogue.ledger().sheaves());
    }
    return hurt.size();
  }

  /**
   * Reads what is due: those sheaves that were read longest ago, as many as fall to the time that
   * has passed. A large one stands for a longer time, in which nothing more is due.
   *
   * @return how many sheaves were read
   */
  public int slice(Progress progress) throws IOException {
    return slice(MOST, progress);
  }

  /**
   * The same.
   *
   * @param most about so many bytes are read; the next slice goes on with the rest
   */
  public int slice(long most, Progress progress) throws IOException {
    Instant now = clock.instant();
    SheafChecks.Known known = checks.read();
    Instant upTo =
        known.upTo().filter(at -> !at.isAfter(now.plus(WITHIN))).orElse(now.minus(SLICE));
    if (Duration.between(upTo, now).compareTo(SLICE) < 0) {
      return 0;
    }
    List<SheafId> all = catalogue.ledger().sheaves();
    long bytes = 0;
    for (SheafId sheaf : all) {
      bytes += length(sheaf);
    }
    Map<SheafId, SheafChecks.SheafCheck> found = new HashMap<>();
    List<SheafId> due = due(all, known, now);
    progress.phase(Phase.CHECKING, due.size(), 0);
    long read = 0;
    for (SheafId sheaf : due) {
      if (!upTo.isBefore(now) || read >= most) {
        break;
      }
      read += length(sheaf);
      progress.checkCancelled();
      var unused = new Verification(catalogue).look(sheaf, true, into(found, now));
      upTo = upTo.plusSeconds((long) (WITHIN.toSeconds() * (double) length(sheaf) / bytes));
      progress.advanced(1, length(sheaf));
    }
    // Where nothing more is due, nothing has to be made up for later.
    boolean isAllRead = found.size() == due.size();
    checks.note(found, all, Optional.of(isAllRead && upTo.isBefore(now) ? now : upTo));
    return found.size();
  }

  /** Those that were not read for long, what was never read first. */
  private List<SheafId> due(List<SheafId> all, SheafChecks.Known known, Instant now) {
    // A little before it is over: slices are as large as whole sheaves are.
    Instant recent = now.minus(WITHIN.multipliedBy(9).dividedBy(10));
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

  private static Verification.SheafRead into(
      Map<SheafId, SheafChecks.SheafCheck> found, Instant now) {
    return (sheaf, whole) -> found.put(sheaf, new SheafChecks.SheafCheck(now, whole));
  }

  /**
   * A check by hand.
   *
   * @param resumed whether what was read within a day is not read again, unless it was damaged
   */
  VerifyReport verify(VerifyDepth depth, boolean resumed, Progress progress) throws IOException {
    Instant now = clock.instant();
    Map<SheafId, SheafChecks.SheafCheck> known = checks.read().sheaves();
    Map<SheafId, SheafChecks.SheafCheck> found = new HashMap<>();
    Verification verification = new Verification(catalogue);
    if (resumed) {
      verification.passOver(sheaf -> isRecent(known.get(sheaf), now));
    }
    try {
      return verification.verify(depth, into(found, now), progress).report();
    } finally {
      // Also where it was stopped: then it can go on from there.
      if (!found.isEmpty()) {
        checks.note(found, catalogue.ledger().sheaves(), Optional.empty());
      }
    }
  }

  private static boolean isRecent(SheafChecks.@Nullable SheafCheck check, Instant now) {
    return check != null && check.whole() && check.at().isAfter(now.minus(RESUMED));
  }

  private long length(SheafId sheaf) throws IOException {
    return catalogue.store().lengthOf(sheaf);
  }
}
