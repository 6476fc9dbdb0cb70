package org.mendedleaf.core.telling;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.ShelfAddress;
import org.mendedleaf.core.findings.FindingSentence;
import org.mendedleaf.core.findings.MassEventSentence;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.plan.ByteSize;
import org.mendedleaf.core.screening.MassEvents.ShelfEvent;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;

/** News in words. */
final class NewsOf {

  private final DateTimeFormatter when;

  NewsOf(ZoneId zone) {
    this.when = DateTimeFormatter.ofPattern("EEE d MMM, HH:mm", Locale.ENGLISH).withZone(zone);
  }

  News event(ShelfEvent one) {
    Shelf shelf = one.shelf();
    long first = one.event().first();
    String sentence = MassEventSentence.of(one.event());
    return new News(
        shelf,
        new News.OfEvent(first),
        sentence.replaceFirst("\\.$", ""),
        "It began at %s; all of it can go back to what it was before."
            .formatted(when.format(one.event().from())),
        new ShelfAddress(shelf.store(), shelf.id()).uri(),
        "findings mend %s --event %d".formatted(shelf.name(), first));
  }

  News damaged(DoubtfulFile one) {
    Shelf shelf = one.shelf();
    Optional<Integer> doubtful = Optional.of(one.newest().number());
    Optional<Integer> good = one.lastGood().map(Revision::number);
    FileRef ref = new FileRef(shelf.store(), one.file().id());
    return new News(
        shelf,
        new News.OfFile(ref, one.newest().number(), one.since().number(), one.since().desk()),
        one.file().path().shown() + " looks damaged",
        "%s Saved%s %s; %s."
            .formatted(sentence(one), by(one.since()), at(one.since()), good(one.lastGood())),
        new FileAddress(
                ref, good.or(() -> doubtful), good.isPresent() ? doubtful : Optional.empty())
            .uri(),
        "findings " + shelf.name());
  }

  private static String by(Revision revision) {
    String name = Who.of(revision).name();
    return name.isEmpty() ? "" : " by " + name;
  }

  private String at(Revision revision) {
    Instant saved = revision.currentFrom();
    return when.format(saved);
  }

  private String good(Optional<Revision> lastGood) {
    return lastGood
        .map(one -> "%s of %s is good".formatted(Revision.numbered(one.number()), at(one)))
        .orElse("no earlier state is known to be good");
  }

  private static String sentence(DoubtfulFile one) {
    return FindingSentence.of(
        one.first(),
        new FindingSentence.SentenceWords() {
          @Override
          public String size(long bytes) {
            return ByteSize.shown(bytes);
          }

          @Override
          public String file(long id) {
            return one.other().map(InnerPath::shown).orElse("a file that was erased");
          }
        });
  }
}
