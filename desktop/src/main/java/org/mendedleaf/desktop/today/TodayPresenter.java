package org.mendedleaf.desktop.today;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.office.Todays.Matter;
import org.mendedleaf.core.office.Todays.Today;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.SpoolState;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.EventWords;
import org.mendedleaf.desktop.work.FindingWords;
import org.mendedleaf.desktop.work.PuttingBack;
import org.mendedleaf.desktop.work.TakingLeftovers;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Words the matters that need a person today, each with the one step that leads on; knows no nodes.
 * For the interface thread.
 */
final class TodayPresenter {

  private final Context context;
  // Held here, since the arrivals outlive the page and hold it weakly.
  private final InvalidationListener follower = list -> tell();
  private final ReadOnlyObjectWrapper<TodayLines> lines = new ReadOnlyObjectWrapper<>();
  private Today found = new Today(List.of(), List.of());

  TodayPresenter(Context context) {
    this.context = context;
    context.arrivals().waiting().addListener(new WeakInvalidationListener(follower));
  }

  /**
   * A step that a line offers.
   *
   * @param act what it is called
   */
  record TodayStep(String act, Runnable step) {}

  /**
   * One sentence.
   *
   * @param style "rust" where something is wrong, else "plain"
   * @param steps what leads on, the first of them first
   */
  record TodayLine(String words, String style, List<TodayStep> steps) {

    TodayLine(String words, String style, String act, Runnable step) {
      this(words, style, List.of(new TodayStep(act, step)));
    }

    /** Does what leads on first of all. */
    void follow() {
      steps.get(0).step().run();
    }
  }

  /**
   * The matters that need a person, and what has happened since yesterday.
   *
   * @param at when that was so
   */
  record TodayLines(Instant at, List<TodayLine> needs, List<TodayLine> happened) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<TodayLines> linesProperty() {
    return lines.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () -> context.office().todays().look(),
        now -> {
          found = now;
          tell();
        });
  }

  private void tell() {
    List<TodayLine> needs = new ArrayList<>();
    found.matters().forEach(matter -> needs.add(line(matter)));
    int arrivals = context.arrivals().waiting().size();
    if (arrivals > 0) {
      needs.add(
          line(
              Words.count("today.arrivals", arrivals),
              "plain",
              Words.of("area.bringIn"),
              new Place.BringIn()));
    }
    List<TodayLine> happened =
        found.happened().stream()
            .map(
                one ->
                    line(happened(one), "plain", Words.of("today.yesterday"), before(one.shelf())))
            .toList();
    lines.set(new TodayLines(context.now(), List.copyOf(needs), happened));
  }

  private TodayLine line(String words, String style, String act, Place place) {
    return new TodayLine(words, style, act, () -> context.go(place));
  }

  private static String happened(Todays.Happened one) {
    String saved = Words.count("today.saved", one.saved());
    return one.shelf().name()
        + ": "
        + (one.removed() == 0 ? saved : saved + ", " + Words.count("today.removed", one.removed()));
  }

  /** The shelf as it was when yesterday began. */
  private Place before(Shelf shelf) {
    return new Place.ShelfAt(
        shelf,
        InnerPath.ROOT,
        new Moment.At(
            context
                .now()
                .atZone(context.zone())
                .toLocalDate()
                .minusDays(1)
                .atStartOfDay(context.zone())
                .toInstant()));
  }

  private Optional<TodayLine> doubtful(Matter matter) {
    if (matter instanceof Todays.Doubtful one) {
      return Optional.of(
          doubtful(FindingWords.today(one.file(), one.goodUntil(), context), one.file()));
    } else if (matter instanceof Todays.MoreDoubtful more) {
      return Optional.of(more(more));
    } else if (matter instanceof Todays.HurtAtOnce hurt) {
      return Optional.of(atOnce(hurt.event()));
    } else if (matter instanceof Todays.UnrecordedCopy behind) {
      return Optional.of(left(behind.leftover()));
    }
    return Optional.empty();
  }

  private TodayLine left(Leftover one) {
    TakingLeftovers taking = new TakingLeftovers(context);
    return new TodayLine(
        taking.sentence(one),
        "plain",
        List.of(
            new TodayStep(Words.of("leftover.take"), () -> taking.take(List.of(one))),
            new TodayStep(
                Words.of("leftover.look"), () -> context.go(TakingLeftovers.place(one)))));
  }

  private TodayLine more(Todays.MoreDoubtful more) {
    Shelf shelf = more.shelf();
    return new TodayLine(
        Words.count("today.moreDoubtful", more.files(), shelf.name()),
        "rust",
        List.of(
            new TodayStep(PuttingBack.act(), () -> new PuttingBack(context).all(shelf)),
            new TodayStep(
                FindingWords.step(more.first()),
                () -> context.go(FindingWords.place(more.first())))));
  }

  private TodayLine atOnce(MassEvents.ShelfEvent event) {
    String words = EventWords.sentence(event, context);
    TodayStep meant = new TodayStep(Words.of("today.atOnce.meant"), () -> meant(event));
    int files = event.tray().entries().size();
    if (files == 0) {
      return new TodayLine(words, "rust", List.of(meant));
    }
    TodayStep back =
        new TodayStep(EventWords.back(files), () -> context.go(new Place.Rehearsed(event.tray())));
    return new TodayLine(words, "rust", List.of(back, meant));
  }

  private void meant(MassEvents.ShelfEvent event) {
    context.start(
        Words.of("today.atOnce.saying"),
        progress -> context.office().massEvents().decide(event.shelf(), event.event().first(), ""),
        act -> {
          refresh();
          context.tell(Words.of("today.atOnce.said", event.shelf().name()));
        });
  }

  private TodayLine doubtful(String words, Screenings.DoubtfulFile file) {
    return line(words, "rust", FindingWords.step(file), FindingWords.place(file));
  }

  private TodayLine line(Matter matter) {
    Optional<TodayLine> delayed = delayed(matter).or(() -> doubtful(matter));
    if (delayed.isPresent()) {
      return delayed.get();
    }
    if (matter instanceof Todays.NotRecorded off) {
      return line(
          Words.of(
              "today.off",
              off.shelf().name(),
              off.since().map(at -> Words.of("today.since", day(at))).orElse("")),
          "rust",
          Words.of("shelf.recordingAndPeople"),
          new Place.RecordingOf(off.shelf()));
    } else if (matter instanceof Todays.FolderAway away) {
      return line(
          Words.of(
              "today.folderAway",
              away.shelf().name(),
              Shown.path(away.shelf().folder().orElseThrow())),
          "rust",
          Words.of("area.shelves"),
          new Place.AllShelves());
    } else if (matter instanceof Todays.Unwatched unwatched) {
      return line(
          Words.count("today.unwatched", unwatched.shelves()),
          "plain",
          Words.of("area.plans"),
          new Place.Plans());
    } else if (matter instanceof Todays.Missed missed) {
      return new TodayLine(
          Words.of("today.missed", missed.shelf().name(), day(missed.due())),
          "rust",
          Words.of("shelf.capture"),
          () -> new Captures(context).capture(missed.shelf()));
    } else if (matter instanceof Todays.Erasing erasing) {
      return line(
          Words.count(
              erasing.next().isAfter(context.now()) ? "today.erasing" : "today.erasable",
              erasing.revisions(),
              erasing.shelf().name(),
              day(erasing.next())),
          "rust",
          Words.of("today.look"),
          new Place.Thinning(erasing.shelf()));
    } else if (matter instanceof Todays.LastOne last) {
      return line(
          Words.of("today.last", last.lost().path().shown(), day(last.keptUntil())),
          "rust",
          Words.of("area.lost"),
          new Place.Lost());
    }
    return ofStore(matter);
  }

  /** What takes effect later and can be called off until then; empty if it is something else. */
  private Optional<TodayLine> delayed(Matter matter) {
    if (matter instanceof Todays.ErasureAsked erasure) {
      AskedErasures.AskedErasure asked = erasure.asked();
      return Optional.of(
          new TodayLine(
              Words.count(
                  !asked.until().isAfter(context.now())
                      ? "today.asked.due"
                      : asked.everything() ? "today.asked.all" : "today.asked",
                  asked.numbers().size(),
                  asked.life().file().path().shown(),
                  asked.by(),
                  day(asked.until())),
              "rust",
              Words.of("today.callOff"),
              () -> callOff(asked)));
    }
    if (matter instanceof Todays.PlanReplaced plan) {
      return Optional.of(
          new TodayLine(
              Words.of(
                  "today.plan",
                  plan.shelf().name(),
                  plan.replaced().by(),
                  plan.replaced().former().name(),
                  day(plan.replaced().until())),
              "plain",
              Words.of("today.callOff"),
              () -> callOff(plan)));
    }
    if (matter instanceof Todays.SafeguardsLoosened loosened) {
      return Optional.of(
          line(
              Words.of(
                  "today.loosened",
                  Shown.path(loosened.store().folder()),
                  loosened.by(),
                  day(loosened.from())),
              "rust",
              Words.of("today.store"),
              new Place.StoreOf(loosened.store().id())));
    }
    return Optional.empty();
  }

  private void callOff(AskedErasures.AskedErasure asked) {
    context.start(
        Words.of("today.callingOff"),
        progress -> context.office().askedErasures().callOff(asked.life().ref(), asked.numbers()),
        kept -> {
          refresh();
          context.tell(Words.count("today.calledOff", kept, asked.life().file().path().shown()));
        });
  }

  private void callOff(Todays.PlanReplaced plan) {
    context.start(
        Words.of("today.callingOff"),
        progress -> context.office().plans().callOff(plan.shelf()),
        shelves -> {
          refresh();
          context.tell(
              Words.of(
                  "today.calledOff.plan", plan.shelf().name(), plan.replaced().former().name()));
        });
  }

  private String away(Todays.StoreAway away) {
    String folder = Shown.path(away.store().folder());
    if (away.waiting().isEmpty()) {
      return Words.of(away.isSpooled() ? "today.away.spooled" : "today.away", folder);
    }
    SpoolState waiting = away.waiting().get();
    return Words.count(
        waiting.isFull() ? "today.away.full" : "today.away.waiting",
        waiting.acts(),
        folder,
        day(waiting.since()),
        Shown.size(waiting.bytes()));
  }

  private TodayLine ofStore(Matter matter) {
    if (matter instanceof Todays.StoreAway away) {
      return line(
          away(away),
          away.isSpooled() && !away.waiting().map(SpoolState::isFull).orElse(false)
              ? "plain"
              : "rust",
          Words.of("today.store"),
          new Place.StoreOf(away.store().id()));
    } else if (matter instanceof Todays.StoreLocked locked) {
      return line(
          Words.of("today.locked", Shown.path(locked.store().folder())),
          "rust",
          Words.of("today.unlock"),
          new Place.StoreOf(locked.store().id()));
    } else if (matter instanceof Todays.StoreDamaged damaged) {
      return line(
          Words.count("today.damaged", damaged.sheaves(), Shown.path(damaged.store().folder())),
          "rust",
          Words.of("today.store"),
          new Place.StoreOf(damaged.store().id()));
    }
    if (matter instanceof Todays.DrillFailed drill) {
      return line(
          Words.count("today.drill", drill.failed(), drill.first()),
          "rust",
          Words.of("today.certificate"),
          new Place.DrillOf(drill.store().id(), drill.act()));
    }
    if (matter instanceof Todays.MirrorBehind behind) {
      return line(
          Words.count(
              "today.mirror",
              behind.mirror().lag(),
              Shown.path(behind.mirror().folder()),
              behind.mirror().at().map(this::day).orElse(Words.of("today.mirror.never"))),
          "rust",
          Words.of("today.store"),
          new Place.StoreOf(behind.store().id()));
    }
    return line(
        Words.of("today.sameDrive", Shown.path(((Todays.SameDrive) matter).store().folder())),
        "plain",
        Words.of("area.shelves"),
        new Place.AllShelves());
  }

  private String day(Instant at) {
    return Shown.moment(at, context.now(), context.zone());
  }
}
