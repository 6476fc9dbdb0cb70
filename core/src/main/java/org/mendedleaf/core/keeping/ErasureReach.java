package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.lines.CommitHeader;
import org.mendedleaf.core.catalog.questions.LedgerQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.MirrorMark;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.Stores;

/**
 * The reach of an erasure: where what it took away still lies, of all places that this desk can
 * know of. Found out anew each time, so that what is finished meanwhile is not listed any more.
 * Safe for several threads.
 */
public final class ErasureReach {

  private final OpenDesk desk;
  private final Stores stores;

  public ErasureReach(OpenDesk desk, Stores stores) {
    this.desk = desk;
    this.stores = stores;
  }

  /**
   * Where what an act erased still lies.
   *
   * @throws SentenceException if the act erased nothing
   */
  public List<Remnant> of(String store, long act) throws IOException {
    OpenStore opened = desk.store(store);
    opened.catalogue().catchUp();
    LedgerEntry entry =
        opened
            .catalogue()
            .ledger()
            .act(act)
            .filter(one -> one.act() == Act.ERASE)
            .orElseThrow(() -> new SentenceException("Act %d erased nothing.".formatted(act)));
    Segment segment = opened.store().log().read(act).orElseThrow();
    Set<SheafId> given = new HashSet<>(CommitHeader.decode(segment.lines().get(0)).retired());
    List<Remnant> remnants = new ArrayList<>();
    Set<SheafId> there = new HashSet<>(opened.store().sheavesThere());
    there.retainAll(given);
    if (!there.isEmpty()) {
      remnants.add(new Remnant.InStore());
    }
    inMirror(store, entry, given).ifPresent(remnants::add);
    for (LedgerQuestions.DeskSeen seen : opened.catalogue().ledger().desks()) {
      if (!seen.desk().equals(desk.desk().id()) && seen.act() < act) {
        remnants.add(new Remnant.OnDesk(seen.person(), seen.at()));
      }
    }
    return remnants;
  }

  private Optional<Remnant> inMirror(String store, LedgerEntry entry, Set<SheafId> given)
      throws IOException {
    Optional<MirrorState> state = stores.mirrors().of(store);
    if (state.isEmpty()) {
      return Optional.empty();
    }
    MirrorState mirror = state.get();
    boolean isBehind = desk.store(store).catalogue().commits() - mirror.lag() <= entry.id();
    if (isBehind) {
      return Optional.of(new Remnant.InMirror(mirror.folder(), mirror.here(), Optional.empty()));
    }
    if (mirror.here()) {
      return leaving(mirror, given);
    }
    // What it says of itself cannot be read now. It was brought up after the erasure.
    Instant atTheLatest = entry.at().plus(Mirror.KEEPS);
    return mirror.at().filter(at -> !at.isBefore(atTheLatest)).isPresent()
        ? Optional.empty()
        : Optional.of(new Remnant.InMirror(mirror.folder(), false, Optional.empty()));
  }

  private static Optional<Remnant> leaving(MirrorState mirror, Set<SheafId> given)
      throws IOException {
    Optional<Instant> last = Optional.empty();
    for (var one : mark(mirror).entrySet()) {
      if (given.contains(one.getKey())) {
        Instant until = one.getValue().plus(Mirror.KEEPS);
        last = last.filter(known -> known.isAfter(until)).or(() -> Optional.of(until));
      }
    }
    return last.map(
        until -> new Remnant.InMirror(mirror.folder(), mirror.here(), Optional.of(until)));
  }

  private static Map<SheafId, Instant> mark(MirrorState mirror) throws IOException {
    try {
      return Mirror.mark(mirror.folder()).map(MirrorMark::leaving).orElse(Map.of());
    } catch (DamagedContentException e) {
      return Map.of();
    }
  }
}
