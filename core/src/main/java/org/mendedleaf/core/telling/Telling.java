package org.mendedleaf.core.telling;

import java.io.IOException;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.mendedleaf.core.files.Letter;
import org.mendedleaf.core.files.Notices;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.screening.MassEvents;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.screening.Screenings;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;

/**
 * Tells what is surely damaged, and what many files met with, once each on this desk: to the person
 * at it, and by a letter to those who keep the shelf or work on it. What is found in quiet hours is
 * shown at their end, as far as it still holds. Safe for several threads; may take long.
 */
public final class Telling {

  private static final Object REMEMBERING = new Object();

  /** Of more that waited only the number is said. */
  private static final int SINGLY = 3;

  private final Screenings screenings;
  private final MassEvents massEvents;
  private final Notices notices;
  private final Shelves shelves;
  private final OpenDesk desk;
  private final OfficeSettings settings;
  private final ToldBefore before;
  private final NewsOf words;
  private volatile Notifier notifier = Notifier.SILENT;

  public Telling(
      Screenings screenings,
      MassEvents massEvents,
      Notices notices,
      Shelves shelves,
      OpenDesk desk,
      OfficeSettings settings) {
    this.screenings = screenings;
    this.massEvents = massEvents;
    this.notices = notices;
    this.shelves = shelves;
    this.desk = desk;
    this.settings = settings;
    this.before = new ToldBefore(settings.home());
    this.words = new NewsOf(settings.zone());
  }

  /** From now on news are shown by this. */
  public void through(Notifier other) {
    notifier = other;
  }

  /** When nobody is to be disturbed; empty if that is never so. */
  public Optional<QuietHours> quiet() throws IOException {
    return before.quiet();
  }

  /** Sets when nobody is to be disturbed. */
  public void quiet(Optional<QuietHours> hours) throws IOException {
    synchronized (REMEMBERING) {
      before.quiet(hours);
    }
  }

  /**
   * Tells what is new on the shelves of a store since they were looked at last. A shelf that is
   * looked at for the first time has nothing new.
   *
   * @return what is new, shown or not
   */
  public List<News> tell(String store) throws IOException {
    List<News> fresh = new ArrayList<>();
    for (Shelf shelf : shelves.all()) {
      if (shelf.store().equals(store)) {
        fresh.addAll(tell(shelf));
      }
    }
    return fresh;
  }

  /** Tells what is new on a shelf, likewise. */
  public List<News> tell(Shelf shelf) throws IOException {
    synchronized (REMEMBERING) {
      List<News> now = look(shelf);
      String known = shelf.store() + "/" + shelf.id();
      Optional<Set<String>> toldBefore = before.of(known);
      Set<String> keys = keys(now);
      if (toldBefore.isPresent() && toldBefore.get().equals(keys)) {
        return List.of();
      }
      List<News> fresh =
          toldBefore.isEmpty()
              ? List.of()
              : now.stream().filter(one -> !toldBefore.get().contains(one.key())).toList();
      boolean isQuiet = isQuiet();
      for (News one : fresh) {
        write(one);
        if (!isQuiet) {
          show(one);
        }
      }
      before.remember(known, keys, isQuiet ? keys(fresh) : Set.of());
      return fresh;
    }
  }

  private static Set<String> keys(List<News> news) {
    return news.stream().map(News::key).collect(Collectors.toCollection(TreeSet::new));
  }

  /** Shows what waited for the end of quiet hours, once they have ended. */
  public void afterQuiet() throws IOException {
    synchronized (REMEMBERING) {
      Set<String> waiting = before.waiting();
      if (waiting.isEmpty() || isQuiet()) {
        return;
      }
      List<News> still = new ArrayList<>();
      for (Shelf shelf : shelves.all()) {
        look(shelf).stream().filter(one -> waiting.contains(one.key())).forEach(still::add);
      }
      if (still.size() <= SINGLY) {
        still.forEach(this::show);
      } else {
        notifier.show(
            "%d matters while it was quiet".formatted(still.size()),
            "%s: %s, and %d more."
                .formatted(still.get(0).shelf().name(), still.get(0).title(), still.size() - 1),
            "");
      }
      before.nothingWaits();
    }
  }

  private boolean isQuiet() throws IOException {
    LocalTime now = settings.clock().instant().atZone(settings.zone()).toLocalTime();
    return before.quiet().filter(hours -> hours.contains(now)).isPresent();
  }

  private void show(News one) {
    notifier.show("%s: %s".formatted(one.shelf().name(), one.title()), one.text(), one.address());
  }

  /** What a person should hear of a shelf as it is now; files of an event are not told singly. */
  private List<News> look(Shelf shelf) throws IOException {
    List<News> all = new ArrayList<>();
    Set<Long> together = new HashSet<>();
    for (ShelfEvent event : massEvents.of(shelf)) {
      event.hurt().forEach(one -> together.add(one.file().id()));
      if (event.needsPerson()) {
        all.add(words.event(event));
      }
    }
    for (DoubtfulFile one : screenings.doubtful(shelf)) {
      boolean isSure = one.first().strength() == FindingStrength.SURE;
      if (isSure && !together.contains(one.file().id())) {
        all.add(words.damaged(one));
      }
    }
    return all;
  }

  /** Each desk writes about what it has recorded itself, so that nobody gets it twice. */
  private void write(News news) throws IOException {
    Shelf shelf = news.shelf();
    List<String> to =
        shelf.settings().people().with(Role.MAKER).stream()
            .filter(person -> !person.equals(settings.person()))
            .toList();
    if (to.isEmpty()) {
      return;
    }
    if (news.subject() instanceof News.OfFile file) {
      if (file.desk().equals(desk.desk().id())) {
        notices.damaged(file.ref(), file.revision(), letter(news), to);
      }
    } else if (news.subject() instanceof News.OfEvent event && shelf.folder().isPresent()) {
      notices.atOnce(shelf.store(), event.first(), letter(news), to);
    }
  }

  private Letter letter(News news) throws IOException {
    if (notices.isEncrypted(news.shelf().store())) {
      return new Letter(
          settings.person(),
          settings.clock().instant(),
          "Something on an encrypted store looks damaged",
          "What it is is not written here, since the store is encrypted. Open it there:\r\n\r\n%s\r\n"
              .formatted(news.address()));
    }
    return new Letter(
        settings.person(),
        settings.clock().instant(),
        "%s: %s".formatted(news.shelf().name(), news.title()),
        String.join(
            "\r\n",
            news.title() + ".",
            "",
            news.text(),
            "",
            "At the command line: mended-leaf " + news.command(),
            news.address(),
            ""));
  }
}
