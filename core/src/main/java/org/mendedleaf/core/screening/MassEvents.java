package org.mendedleaf.core.screening;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.catalog.questions.EventQuestions;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.findings.MassEvent;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Many files of a shelf that were hurt at once: what is still hurt, all of it as one tray, and what
 * a person says of it. Safe for several threads; any method may take long.
 */
public final class MassEvents {

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public MassEvents(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /**
   * A file that an event hurt.
   *
   * @param before the number of the revision that was current before; empty if there was none
   */
  public record StruckFile(RecordedFile file, Optional<Integer> before) {}

  /**
   * An event.
   *
   * @param hurt what is still hurt, by path; empty once somebody decided
   */
  public record ShelfEvent(Shelf shelf, MassEvent event, List<StruckFile> hurt) {
    public ShelfEvent {
      hurt = List.copyOf(hurt);
    }

    /** Whether nobody decided on it, and anything is still hurt. */
    public boolean needsPerson() {
      return event.isOpen() && !hurt.isEmpty();
    }

    /** All that is still hurt, as it was just before, to where it was. */
    public Tray tray() {
      List<Tray.Entry> entries = new ArrayList<>();
      for (StruckFile one : hurt) {
        one.before()
            .map(number -> new Pick.OfRevision(one.file().id(), number))
            .ifPresent(pick -> entries.add(new Tray.Entry(shelf.store(), shelf.id(), pick)));
      }
      return new Tray(entries, Handling.IN_PLACE);
    }
  }

  /** What happened on a shelf, the newest first. */
  public List<ShelfEvent> of(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    List<ShelfEvent> all = new ArrayList<>();
    for (MassEvent event : catalogue.events().of(shelf.id())) {
      all.add(new ShelfEvent(shelf, event, event.isOpen() ? hurt(catalogue, event) : List.of()));
    }
    return all;
  }

  private static List<StruckFile> hurt(Catalogue catalogue, MassEvent event) throws IOException {
    List<StruckFile> hurt = new ArrayList<>();
    for (EventQuestions.EventFile one : catalogue.events().stillHurt(event)) {
      Optional<Integer> before = Optional.of(one.before()).filter(number -> number >= 0);
      catalogue.files().file(one.file()).ifPresent(file -> hurt.add(new StruckFile(file, before)));
    }
    hurt.sort(Comparator.comparing(one -> one.file().path()));
    return hurt;
  }

  /**
   * Decides on an event: the states before it are no longer claimed for its sake.
   *
   * @param first the commit with which it began
   * @param why may be empty
   * @return the act
   * @throws SentenceException if there is none that is open
   */
  public long decide(Shelf shelf, long first, String why) throws IOException {
    shelves.require(shelf.store(), shelf.id(), Right.SAY);
    boolean isOpen =
        of(shelf).stream().anyMatch(one -> one.event().isOpen() && one.event().first() == first);
    if (!isOpen) {
      throw new SentenceException(
          "On “%s” there is no mass event %d that waits for a decision. Nothing was changed."
              .formatted(shelf.name(), first));
    }
    return desk.store(shelf.store())
        .journal()
        .commit(
            new Journal.Draft(
                Act.MEANT,
                OptionalLong.of(shelf.id()),
                settings.clock().instant(),
                settings.person(),
                OptionalLong.empty(),
                false,
                List.of(new Proposal.Decide(shelf.id(), first, why))))
        .segment();
  }
}
