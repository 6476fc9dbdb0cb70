package org.mendedleaf.desktop.work;

import java.time.Instant;
import java.util.Optional;
import java.util.function.LongFunction;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingSentence;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.navigation.Place;

/** What is doubtful, in the words of the window. */
public final class FindingWords {

  private FindingWords() {}

  /**
   * A finding as a sentence.
   *
   * @param others what other files are called
   */
  public static String sentence(Finding finding, LongFunction<Optional<InnerPath>> others) {
    return FindingSentence.of(
        finding,
        new FindingSentence.SentenceWords() {
          @Override
          public String size(long bytes) {
            return Shown.size(bytes);
          }

          @Override
          public String file(long id) {
            return others
                .apply(id)
                .map(path -> "“" + path.name() + "”")
                .orElse(Words.of("finding.erased"));
          }
        });
  }

  /**
   * Which file is damaged, how, since when and by whom, and what the last good state is.
   *
   * @param goodUntil when the plan alone would let go of that one, if that is soon
   */
  public static String today(DoubtfulFile file, Optional<Instant> goodUntil, Context context) {
    Revision since = file.since();
    String who = Who.of(since).name();
    return Words.of(
            who.isEmpty() ? "finding.today" : "finding.today.by",
            file.file().path().name(),
            file.shelf().name(),
            sentence(file.first(), id -> file.other()),
            Shown.moment(since.currentFrom(), context.now(), context.zone()),
            who)
        + " "
        + good(file.lastGood(), context)
        + goodUntil(file.lastGood(), goodUntil, context);
  }

  /** That a last good state stays only for the sake of what was found, after a blank. */
  public static String goodUntil(
      Optional<Revision> lastGood, Optional<Instant> until, Context context) {
    if (lastGood.isEmpty() || until.isEmpty()) {
      return "";
    }
    String good = Revision.numbered(lastGood.get().number());
    return " "
        + (until.get().isAfter(context.now())
            ? Words.of(
                "finding.goodUntil", good, Shown.moment(until.get(), context.now(), context.zone()))
            : Words.of("finding.goodOver", good));
  }

  /** Which state to go back to. */
  public static String good(Optional<Revision> lastGood, Context context) {
    return lastGood
        .map(
            one ->
                Words.of(
                    "finding.good",
                    Revision.numbered(one.number()),
                    Shown.moment(one.currentFrom(), context.now(), context.zone())))
        .orElse(Words.of("finding.noGood"));
  }

  /** What leads on is called. */
  public static String step(DoubtfulFile file) {
    return Words.of(file.lastGood().isPresent() ? "finding.step" : "finding.look");
  }

  /** The file, with its last good state chosen so that it can be mended with that at once. */
  public static Place place(DoubtfulFile file) {
    return new Place.OneFile(
        new FileRef(file.shelf().store(), file.file().id()), file.lastGood().map(Revision::number));
  }
}
