package org.mendedleaf.core.stores;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.joining.JoinReport;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.SheafId;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Mends a store: the log and the description from their second copies, contents from files on this
 * desk's shelves that still hold them. Never takes anything away that is not whole elsewhere. Safe
 * for several threads; takes as long as reading the store's sheaves and, where something is lost,
 * the shelves.
 */
public final class StoreRepair {

  private static final Logger LOG = LoggerFactory.getLogger(StoreRepair.class);

  private final OpenDesk desk;
  private final OpenStore store;
  private final OfficeSettings settings;
  private final Mirrors mirrors;
  private final Optional<Path> copy;
  private final Verification verification;
  private final Healing healing;

  StoreRepair(OpenDesk desk, OpenStore store, OfficeSettings settings, Mirrors mirrors) {
    this(desk, store, settings, mirrors, Optional.empty());
  }

  private StoreRepair(
      OpenDesk desk,
      OpenStore store,
      OfficeSettings settings,
      Mirrors mirrors,
      Optional<Path> copy) {
    this.copy = copy;
    this.mirrors = mirrors;
    this.desk = desk;
    this.store = store;
    this.settings = settings;
    this.verification = new Verification(store.catalogue());
    this.healing = new Healing(store.catalogue(), store.journal());
  }

  /**
   * The same, and joins what another copy of the store's folder has in its log that the store does
   * not have.
   */
  public StoreRepair from(Path copy) {
    return new StoreRepair(desk, store, settings, mirrors, Optional.of(copy));
  }

  /** Finds out what would be done; nothing is changed. */
  public RepairReport rehearse(Progress progress) throws IOException {
    Verification.Findings found = look(progress);
    int mendable =
        (int) found.report().damaged().stream().filter(VerifyReport.Damage::mendable).count();
    Set<ContentId> missing = new HashSet<>(found.lost());
    int whole = inMirror(found.hurtSheaves(), missing);
    List<Healing.Remedy> remedies = healing.look(missing, folders(), progress);
    remedies.forEach(
        one -> {
          one.parts().forEach(part -> missing.remove(part.id()));
          missing.removeAll(one.lists());
        });
    List<VerifyReport.HurtFile> lost =
        missing.isEmpty()
            ? List.of()
            : RevisionCheck.lacking(store.catalogue(), missing, progress).files();
    long commits = 0;
    long revisions = 0;
    for (Path copy : copies()) {
      Optional<LogJoins.Planned> planned = look(copy);
      commits += planned.map(LogJoins.Planned::commits).orElse(0L);
      revisions += planned.map(LogJoins.Planned::revisions).orElse(0);
    }
    return new RepairReport(
        mendable + whole,
        sources(remedies),
        pieces(remedies),
        0,
        lost,
        commits,
        revisions,
        Optional.empty());
  }

  /** How many of these the mirror has whole; what lies in them is not missing then. */
  private int inMirror(List<SheafId> hurt, Set<ContentId> missing) throws IOException {
    Optional<Mirror> reachable = mirrors.reachable(store);
    if (reachable.isEmpty()) {
      return 0;
    }
    int whole = 0;
    try (Mirror mirror = reachable.get()) {
      for (SheafId sheaf : hurt) {
        if (mirror.has(sheaf)) {
          whole++;
          missing.removeIf(id -> liesIn(id, sheaf));
        }
      }
    }
    // What leans on it is readable again with it.
    if (whole == hurt.size()) {
      missing.clear();
    }
    return whole;
  }

  private boolean liesIn(ContentId id, SheafId sheaf) {
    try {
      return store.catalogue().locate(id).filter(at -> at.sheaf().equals(sheaf)).isPresent();
    } catch (IOException e) {
      return false;
    }
  }

  /** Does it. Stopped in between, what was done stays, and the next time the rest is. */
  public RepairReport run(Progress progress) throws IOException {
    int mended = fromMirror(progress) + verification.mendLog();
    store.lookAtLog();
    JoinReport joined = join(progress);
    Verification.Findings found = look(progress);
    Instant now = settings.clock().instant();
    List<Healing.Remedy> remedies = healing.look(found.lost(), folders(), progress);
    int pieces = remedies.isEmpty() ? 0 : healing.heal(remedies, now, settings.person(), progress);
    int retired = healing.retire(found.hurtSheaves(), now, settings.person());
    List<VerifyReport.HurtFile> lost =
        found.lost().isEmpty()
            ? List.of()
            : RevisionCheck.ofSuspects(store.catalogue(), progress).files();
    return new RepairReport(
        mended,
        sources(remedies),
        pieces,
        retired,
        lost,
        joined.commits(),
        joined.revisions().size(),
        Optional.of(joined)
            .filter(report -> report.commits() + report.erasures() + report.erasedHere() > 0));
  }

  /** The mirror comes first: it has every byte as it was. */
  private int fromMirror(Progress progress) throws IOException {
    Optional<Mirror> reachable = mirrors.reachable(store);
    if (reachable.isEmpty()) {
      return 0;
    }
    try (Mirror mirror = reachable.get()) {
      int commits = mirror.healLog(store.store());
      store.catalogue().catchUp();
      List<SheafId> hurt = look(progress).hurtSheaves();
      return commits + mirror.heal(store.store(), hurt, bytes -> progress.checkCancelled()).size();
    }
  }

  private LogJoins joins() {
    return new LogJoins(desk, store, settings);
  }

  /** Where else a log of this store may lie: in its mirror, and in the copy that was named. */
  private List<Path> copies() throws IOException {
    List<Path> copies = new ArrayList<>();
    mirrors
        .of(store.id())
        .filter(MirrorState::here)
        .map(MirrorState::folder)
        .ifPresent(copies::add);
    copy.ifPresent(copies::add);
    return copies;
  }

  private JoinReport join(Progress progress) throws IOException {
    JoinReport all = JoinReport.NOTHING;
    for (Path one : copies()) {
      if (look(one).isPresent()) {
        JoinReport report = joins().join(one, progress);
        all = all.and(report);
        // As long as it has something that was not taken over, it stays as it is.
        if (isOurMirror(one) && report.unreadable().isEmpty()) {
          mirrors.beginAnew(store, progress);
        }
      }
    }
    return all;
  }

  private boolean isOurMirror(Path place) throws IOException {
    return mirrors
        .of(store.id())
        .map(MirrorState::folder)
        .filter(place.toAbsolutePath().normalize()::equals)
        .isPresent();
  }

  /** A mirror that is damaged itself must not keep the store from being mended. */
  private Optional<LogJoins.Planned> look(Path one) throws IOException {
    try {
      return joins().look(one);
    } catch (DamagedContentException e) {
      if (copy.filter(one::equals).isPresent()) {
        throw e;
      }
      LOG.warn("Nothing is joined from the mirror in {}, which is damaged.", one, e);
      return Optional.empty();
    }
  }

  private Verification.Findings look(Progress progress) throws IOException {
    return verification.verify(VerifyDepth.DEEP, (sheaf, whole) -> {}, progress);
  }

  /** The shelves of this store first: what is lost was recorded there. */
  private List<Path> folders() {
    List<Path> own = new ArrayList<>();
    List<Path> others = new ArrayList<>();
    for (Desk.Binding binding : desk.desk().bindings()) {
      (binding.store().equals(store.id()) ? own : others).add(binding.folder());
    }
    own.addAll(others);
    return own;
  }

  private static List<Path> sources(List<Healing.Remedy> remedies) {
    return remedies.stream().map(Healing.Remedy::file).toList();
  }

  private static int pieces(List<Healing.Remedy> remedies) {
    return remedies.stream().mapToInt(one -> one.parts().size() + one.lists().size()).sum();
  }
}
