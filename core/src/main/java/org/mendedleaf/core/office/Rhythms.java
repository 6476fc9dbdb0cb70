package org.mendedleaf.core.office;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.Rhythm;

/** When which shelf is to be captured. Safe for several threads; any method may take long. */
public final class Rhythms {

  private final Office office;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  Rhythms(Office office, OpenDesk desk, OfficeSettings settings) {
    this.office = office;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * A shelf that is captured by itself.
   *
   * @param last when it was looked through last here; empty if it never was
   * @param next when it is its turn; in the past if that was missed
   */
  public record Turn(Shelf shelf, Rhythm rhythm, Optional<Instant> last, Instant next) {}

  /** All shelves that are captured by themselves on this desk. */
  public List<Turn> all() throws IOException {
    List<Turn> turns = new ArrayList<>();
    for (Shelf shelf : office.shelves().all()) {
      if (shelf.recording() == RecordingState.RECORDING) {
        Optional<NamedPlan> plan = office.plans().of(shelf);
        if (plan.isPresent()) {
          turn(shelf, plan.get()).ifPresent(turns::add);
        }
      }
    }
    return turns;
  }

  private Optional<Turn> turn(Shelf shelf, NamedPlan plan) throws IOException {
    Optional<Instant> last;
    synchronized (desk.capturing()) {
      last = new CaptureTimes(settings.home()).of(shelf);
    }
    // One that was never looked through here is due at once.
    Optional<Instant> next =
        last.isPresent()
            ? plan.rhythm().next(last.get(), plan.plan().zone())
            : plan.rhythm().equals(Rhythm.byHand()) ? Optional.empty() : Optional.of(Instant.EPOCH);
    return next.map(at -> new Turn(shelf, plan.rhythm(), last, at));
  }

  /** The shelves whose turn it is; however often that was missed, once each. */
  public List<Shelf> due() throws IOException {
    Instant now = settings.clock().instant();
    return all().stream().filter(turn -> !turn.next().isAfter(now)).map(Turn::shelf).toList();
  }
}
