package org.mendedleaf.desktop.plan;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.keeping.ClockException;
import org.mendedleaf.core.keeping.ThinningReport;
import org.mendedleaf.core.keeping.Thinnings;
import org.mendedleaf.core.keeping.Thinnings.Concerned;
import org.mendedleaf.core.keeping.Thinnings.Fate;
import org.mendedleaf.core.plan.KeepRule;
import org.mendedleaf.core.plan.KeepSentences;
import org.mendedleaf.core.report.Report;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** Thinning a shelf by its plan or by one sentence; knows no nodes. */
final class ThinPresenter {

  private final Context context;
  private final Shelf shelf;
  private final ReadOnlyObjectWrapper<Told> told = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyStringWrapper freed = new ReadOnlyStringWrapper("");
  private Optional<KeepRule> sentence = Optional.empty();
  private Optional<Thinnings.Thinned> done = Optional.empty();
  private long asked;

  ThinPresenter(Context context, Shelf shelf) {
    this.context = context;
    this.shelf = shelf;
  }

  /**
   * The rehearsal.
   *
   * @param words in a sentence
   * @param act for the button
   */
  record Told(Thinnings.RehearsedThinning rehearsal, String words, String act) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<Told> toldProperty() {
    return told.getReadOnlyProperty();
  }

  /** What it frees, exactly, as soon as that is encoded. */
  ReadOnlyStringProperty freedProperty() {
    return freed.getReadOnlyProperty();
  }

  void refresh() {
    long mine = ++asked;
    context.ask(
        this::rehearse,
        found -> {
          if (mine == asked) {
            told.set(new Told(found, words(found), act(found)));
            encode(found, mine);
          }
        });
  }

  private Thinnings.RehearsedThinning rehearse() throws IOException {
    return sentence.isPresent()
        ? context.office().thinnings().rehearseOnce(shelf, sentence.get(), context.now())
        : context.office().thinnings().rehearse(shelf, context.now());
  }

  /** The replacement of what goes is really written, to know its size, and thrown away. */
  private void encode(Thinnings.RehearsedThinning of, long mine) {
    boolean anything = of.concerned().stream().anyMatch(one -> one.fate() != Fate.KEPT_AFTER_ALL);
    if (!anything) {
      freed.set("");
      return;
    }
    freed.set(Words.of("thin.encoding"));
    context.start(
        Words.of("thin.encoding.job", shelf.name()),
        progress -> context.office().thinnings().freed(of),
        bytes -> {
          if (mine == asked) {
            freed.set(
                Words.of("thin.frees", Shown.size(bytes.bytes()), Shown.exact(bytes.bytes()))
                    + (bytes.unused() == 0
                        ? ""
                        : " " + Words.of("erase.unused", Shown.size(bytes.unused()))));
          }
        });
  }

  private static String words(Thinnings.RehearsedThinning of) {
    List<String> words = new ArrayList<>();
    add(words, "thin.some.erased", of.with(Fate.ERASED).size());
    add(words, "thin.some.noticed", of.with(Fate.NOTICED).size());
    add(words, "thin.some.kept", of.with(Fate.KEPT_AFTER_ALL).size());
    add(words, "thin.some.waits", of.with(Fate.WAITS).size());
    String last =
        of.lastOnes().isEmpty()
            ? ""
            : " "
                + Words.count(
                    "thin.lastOnes", of.lastOnes().size(), of.lastOnes().get(0).path().shown());
    return Words.count("thin.stays", of.stays()) + " " + String.join(" ", words) + last;
  }

  private static void add(List<String> words, String key, int count) {
    if (count > 0) {
      words.add(Words.count(key, count));
    }
  }

  private static String act(Thinnings.RehearsedThinning of) {
    int noticed = of.with(Fate.NOTICED).size();
    int erased = of.with(Fate.ERASED).size();
    if (erased > 0) {
      return noticed > 0
          ? Words.count("thin.act.both", erased, Shown.count(noticed))
          : Words.count("thin.act.erase", erased);
    }
    return noticed > 0 ? Words.count("thin.act.notice", noticed) : Words.of("thin.do");
  }

  /** Rehearses a sentence just this once, or the plan again where it is empty. */
  void once(String written) {
    if (written.isBlank()) {
      sentence = Optional.empty();
    } else {
      Optional<KeepRule> rule = KeepSentences.parse(written);
      if (rule.isEmpty()) {
        context
            .navigator()
            .complain(new SentenceException(Words.of("thin.once.unknown", written.strip())));
        return;
      }
      sentence = rule;
    }
    done = Optional.empty();
    refresh();
  }

  /** Does what was rehearsed. */
  void thin() {
    Told now = told.get();
    if (now != null && !now.rehearsal().isIdle()) {
      thin(false);
    }
  }

  private void thin(boolean clockIsRight) {
    Optional<KeepRule> by = sentence;
    context
        .jobs()
        .start(
            Words.of("thin.job", shelf.name()),
            progress ->
                by.isPresent()
                    ? context.office().thinnings().thinOnce(shelf, by.get(), clockIsRight)
                    : context.office().thinnings().thin(shelf, clockIsRight),
            found -> {
              done = Optional.of(found);
              context.tell(said(found));
              context.navigator().refresh();
            },
            problem -> {
              if (problem instanceof ClockException) {
                context
                    .navigator()
                    .ask(
                        String.valueOf(problem.getMessage()),
                        Words.of("thin.clockIsRight"),
                        () -> thin(true));
              } else {
                context.navigator().complain(problem);
              }
            });
  }

  private String said(Thinnings.Thinned found) {
    int erased = found.did().with(Fate.ERASED).size();
    String noticed = Words.count("thin.done.noticed", found.did().with(Fate.NOTICED).size());
    return erased == 0
        ? noticed
        : Words.count("thin.done.erased", erased, Shown.size(found.freed()))
            + " "
            + (found.did().with(Fate.NOTICED).isEmpty() ? "" : noticed);
  }

  static boolean isOnNotice(Concerned one) {
    return one.fate() == Fate.WAITS || one.fate() == Fate.ERASED;
  }

  /** Keeps these after all: they are held. */
  void keep(List<Concerned> some) {
    List<Concerned> kept = some.stream().filter(ThinPresenter::isOnNotice).toList();
    if (kept.isEmpty()) {
      return;
    }
    context.ask(
        () -> {
          for (Concerned one : kept) {
            var unused =
                context
                    .office()
                    .thinnings()
                    .takeOffNotice(
                        new FileRef(shelf.store(), one.revision().file()),
                        one.revision().revision());
          }
          return kept.size();
        },
        count -> {
          context.tell(Words.count("thin.kept", count));
          context.navigator().refresh();
        });
  }

  /** What was done, or what would be. */
  Optional<Report> report() {
    if (done.isPresent()) {
      return Optional.of(ThinningReport.of(done.get(), context.zone()));
    }
    return Optional.ofNullable(told.get())
        .map(now -> ThinningReport.of(now.rehearsal(), context.zone()));
  }
}
