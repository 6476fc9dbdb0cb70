package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.Rewriting;

/** Erasing what thinning has let go, when its time is over. Safe for several threads. */
final class DueErasures {

  private static final Erasures.ErasureDone NOTHING = new Erasures.ErasureDone(0, 0, false, 0);

  private final FileLives files;
  private final ErasingAttempts attempts;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  DueErasures(FileLives files, ErasingAttempts attempts, OpenDesk desk, OfficeSettings settings) {
    this.files = files;
    this.attempts = attempts;
    this.desk = desk;
    this.settings = settings;
  }

  /** Says which revisions of a shelf are to go. */
  interface DueTest {
    List<Revision> find() throws IOException;
  }

  /**
   * Erases them.
   *
   * @param due asked again whenever somebody else has recorded meanwhile, since that may need them
   */
  Erasures.ErasureDone letGo(Shelf shelf, DueTest due) throws IOException {
    return attempts.proven(
        desk.store(shelf.store()),
        () ->
            due.find().isEmpty()
                ? NOTHING
                : attempts.until(shelf, "let go", () -> tryToLetGo(shelf, due)));
  }

  private Optional<Erasures.ErasureDone> tryToLetGo(Shelf shelf, DueTest due) throws IOException {
    OpenStore store = desk.store(shelf.store());
    long seen = ErasingAttempts.seen(store);
    List<Revision> going = due.find();
    if (going.isEmpty()) {
      return Optional.of(NOTHING);
    }
    Map<Long, FileLife> lives = new LinkedHashMap<>();
    for (Revision one : going) {
      if (!lives.containsKey(one.file())) {
        lives.put(one.file(), files.life(new FileRef(shelf.store(), one.file())));
      }
    }
    Erasing erasing = new Erasing(store.catalogue(), store.journal());
    Erasing.Prepared prepared = erasing.prepare(shelf.id(), going);
    // What was judged before the rows were proven may have come from others.
    if (prepared.basedOn() != seen || !isStillDue(due, going, erasing, prepared)) {
      erasing.drop(prepared);
      return Optional.empty();
    }
    OptionalLong act =
        erasing.commit(prepared, settings.clock().instant(), settings.person(), Optional.empty());
    if (act.isEmpty()) {
      return Optional.empty();
    }
    for (FileLife life : lives.values()) {
      Set<Integer> numbers =
          going.stream()
              .filter(one -> one.file() == life.file().id())
              .map(Revision::number)
              .collect(Collectors.toSet());
      attempts.forgetHere(life, numbers, prepared.files().contains(life.file().id()));
    }
    return Optional.of(
        new Erasures.ErasureDone(act.getAsLong(), going.size(), false, prepared.freed()));
  }

  /** What would be free without these; nothing is changed. */
  Erasures.Freed freed(Shelf shelf, DueTest due) throws IOException {
    OpenStore store = desk.store(shelf.store());
    return attempts.proven(
        store,
        () -> {
          List<Revision> going = due.find();
          if (going.isEmpty()) {
            return Erasures.Freed.NOTHING;
          }
          Rewriting.FreedRoom freed = new Erasing(store.catalogue(), store.journal()).weigh(going);
          return new Erasures.Freed(freed.bytes(), freed.unused());
        });
  }

  private static boolean isStillDue(
      DueTest due, List<Revision> going, Erasing erasing, Erasing.Prepared prepared)
      throws IOException {
    try {
      return due.find().equals(going);
    } catch (IOException e) {
      erasing.drop(prepared);
      throw e;
    }
  }
}
