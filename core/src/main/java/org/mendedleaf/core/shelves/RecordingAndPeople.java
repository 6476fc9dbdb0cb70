package org.mendedleaf.core.shelves;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.PatternSyntaxException;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSetting;
import org.mendedleaf.core.history.ShelfSetting.Question;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.OpenStore;
import org.mendedleaf.core.session.Right;
import org.mendedleaf.core.session.Rights;
import org.mendedleaf.core.session.Shelf;

/**
 * The settings of a whole shelf: who may do what, whether it is recorded, what it leaves out.
 * Everything that was ever said stays in the ledger. Safe for several threads; any method may take
 * long.
 */
public final class RecordingAndPeople {

  private static final int LONGEST_NAME = 200;

  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;

  public RecordingAndPeople(Shelves shelves, OpenDesk desk, OfficeSettings settings) {
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
  }

  /** Persons whom the store of a shelf knows by anything they saved or did, sorted. */
  public List<String> known(Shelf shelf) throws IOException {
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.catchUp();
    Set<String> names = new TreeSet<>(catalogue.ledger().persons());
    names.addAll(now(shelf).settings().people().named().keySet());
    return List.copyOf(names);
  }

  /**
   * Gives a person a role on a shelf.
   *
   * @param role empty to treat the person like everybody else
   * @throws SentenceException if nobody would be left to keep the shelf
   */
  public Shelf person(Shelf shelf, String person, Optional<Role> role) throws IOException {
    String name = person.strip();
    if (name.isEmpty() || name.length() > LONGEST_NAME) {
      throw new SentenceException(
          "A person needs a name of 1 to %d letters. Nothing was changed.".formatted(LONGEST_NAME));
    }
    return people(shelf, now(shelf).settings().people().with(name, role));
  }

  /** Says what everybody may who has no role of their own. */
  public Shelf others(Shelf shelf, Role role) throws IOException {
    return people(shelf, now(shelf).settings().people().withOthers(role));
  }

  private Shelf people(Shelf shelf, People people) throws IOException {
    checkKept(people);
    return set(shelf, Act.PEOPLE, new ShelfSetting.Persons(people));
  }

  static void checkKept(People people) throws SentenceException {
    if (people.with(Role.KEEPER).isEmpty() && people.others() != Role.KEEPER) {
      throw new SentenceException(
          "Then nobody would keep the shelf: nobody could change this again. Nothing was changed; name another keeper first.");
    }
  }

  /** Switches a shelf's recording on, or pauses it. What is recorded stays either way. */
  public Shelf recording(Shelf shelf, boolean on) throws IOException {
    Recording now = now(shelf).settings().recording();
    Recording wanted =
        on ? Recording.ON : now == Recording.NOT_YET ? Recording.NOT_YET : Recording.PAUSED;
    if (wanted == now) {
      return now(shelf);
    }
    return set(shelf, Act.RECORDING, new ShelfSetting.Switched(wanted));
  }

  /** Says whether nothing is brought in to a shelf without a note. */
  public Shelf noteRequired(Shelf shelf, boolean required) throws IOException {
    return set(shelf, Act.NOTES, new ShelfSetting.Answered(Question.NOTE_REQUIRED, required));
  }

  /**
   * Says whether an arrival that has the name of a file of the shelf becomes its next revision by
   * itself, as long as nothing speaks against it.
   */
  public Shelf admits(Shelf shelf, boolean admits) throws IOException {
    return set(shelf, Act.ADMITTING, new ShelfSetting.Answered(Question.ADMITS, admits));
  }

  /** Says whether a shelf tells drafts from issued revisions. Letters given before stay. */
  public Shelf stages(Shelf shelf, boolean told) throws IOException {
    return set(shelf, Act.STAGES, new ShelfSetting.Answered(Question.STAGES, told));
  }

  /**
   * Says what a shelf leaves out from now on. Nothing is removed by that.
   *
   * @param patterns all of them, as {@link LeftOut.Rule} reads them
   * @throws SentenceException if one of them would leave out everything
   */
  public Shelf leaveOut(Shelf shelf, List<String> patterns) throws IOException {
    LeftOut before = now(shelf).settings().leftOut();
    return set(
        shelf,
        Act.LEAVE_OUT,
        new ShelfSetting.Patterns(rules(patterns, before, settings.clock().instant())));
  }

  /** The recorded files that these patterns would leave out, sorted. */
  public List<InnerPath> matches(Shelf shelf, List<String> patterns) throws IOException {
    LeftOut wanted = rules(patterns, LeftOut.NOTHING, settings.clock().instant());
    Catalogue catalogue = desk.store(shelf.store()).catalogue();
    catalogue.catchUp();
    return catalogue.present().of(shelf.id()).stream()
        .map(file -> file.state().path())
        .filter(wanted::matches)
        .sorted()
        .toList();
  }

  public static LeftOut rules(List<String> patterns, LeftOut before, Instant now)
      throws SentenceException {
    List<LeftOut.Rule> rules = new ArrayList<>();
    for (String pattern : new LinkedHashSet<>(patterns)) {
      String wanted = pattern.strip();
      if (wanted.replaceAll("[*/]", "").isEmpty()) {
        throw new SentenceException(
            "“%s” would leave out everything. Nothing was changed; to stop recording, pause the shelf."
                .formatted(wanted));
      }
      Instant since =
          before.rules().stream()
              .filter(rule -> rule.pattern().equals(wanted))
              .map(LeftOut.Rule::since)
              .findFirst()
              .orElse(now);
      try {
        rules.add(new LeftOut.Rule(wanted, since));
      } catch (PatternSyntaxException e) {
        throw new SentenceException(
            "“%s” cannot be read as a pattern. Nothing was changed.".formatted(wanted));
      }
    }
    return new LeftOut(rules);
  }

  private Shelf now(Shelf shelf) throws IOException {
    desk.store(shelf.store()).catalogue().catchUp();
    return shelves.byId(shelf.store(), shelf.id());
  }

  private Shelf set(Shelf shelf, Act act, ShelfSetting setting) throws IOException {
    new Rights(settings.person()).require(now(shelf), Right.CARE);
    OpenStore store = desk.store(shelf.store());
    Journal.Draft draft =
        Journal.Draft.on(
            shelf.id(),
            act,
            settings.clock().instant(),
            settings.person(),
            List.of(new Proposal.SetShelf(setting)));
    var unused = store.journal().commit(draft);
    return now(shelf);
  }
}
