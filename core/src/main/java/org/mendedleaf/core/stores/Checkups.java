package org.mendedleaf.core.stores;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.format.SheafId;

/**
 * Goes over a store a slice at a time, so that every stored byte is read within {@link #WITHIN} and
 * nobody waits for it; and remembers when each sheaf was read. Safe for several threads.
 */
public final class Checkups {

  /** Within so long the whole store is read once. */
  public static final Duration WITHIN = Duration.ofDays(30);

  /** The bytes that are read at a time, so that nothing else waits for long. */
  private static final long MOST = 1L << 30;

  /** What was read so recently is not read again by a check that goes on where one was stopped. */
  private static final Duration RESUMED = Duration.ofDays(1);

  private final Catalogue catalogue;
  private final SheafChecks checks;
  private final InstantSource clock;
  private final SheafSlices slices;
  private final StorePlace here = new StorePlace();

  Checkups(Catalogue catalogue, SheafChecks checks, InstantSource clock) {
    this.catalogue = catalogue;
    this.checks = checks;
    this.clock = clock;
    this.slices = new SheafSlices(checks, clock);
  }

  /** How far it is. */
  public Checkup state() throws IOException {
    return slices.state(here);
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
    return slices.slice(here, most, progress);
  }

  /** The store's own sheaves, as verification reads them. */
  private final class StorePlace implements SheafSlices.SheafPlace {

    @Override
    public List<SheafId> sheaves() throws IOException {
      return catalogue.ledger().sheaves();
    }

    @Override
    public long length(SheafId sheaf) throws IOException {
      return catalogue.store().lengthOf(sheaf);
    }

    @Override
    public boolean isWhole(SheafId sheaf) throws IOException {
      Map<SheafId, SheafChecks.SheafCheck> found = new HashMap<>();
      var unused = new Verification(catalogue).look(sheaf, true, into(found, clock.instant()));
      return Optional.ofNullable(found.get(sheaf)).map(SheafChecks.SheafCheck::whole).orElse(true);
    }
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
}
