package org.mendedleaf.desktop.tray;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.core.tray.TrayRehearsal;
import org.mendedleaf.core.tray.TrayRehearsal.RehearsedStep;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.OpenWords;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;

/** Rehearses the tray and runs it; knows no nodes. For the interface thread. */
final class RehearsalPresenter {

  private final Context context;
  private final Tray tray;
  private final ReadOnlyObjectWrapper<RehearsalFacts> facts = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyStringWrapper problem = new ReadOnlyStringWrapper("");

  RehearsalPresenter(Context context, Tray tray) {
    this.context = context;
    this.tray = tray;
  }

  /**
   * A rehearsal as it is shown, counted beside the interface thread.
   *
   * @param written how many files would be put somewhere
   * @param remarks whether any line has one
   * @param mends whether anything goes back to where it was
   * @param open which programs have open what would be written over; empty where none has
   */
  record RehearsalFacts(
      List<RehearsedStep> lines,
      Map<Outcome, Long> counts,
      long bytes,
      long largest,
      long written,
      boolean remarks,
      boolean mends,
      String open) {

    static RehearsalFacts of(Tray tray, TrayRehearsal rehearsal, Map<Path, Set<String>> open) {
      List<RehearsedStep> lines = rehearsal.lines();
      return new RehearsalFacts(
          lines,
          lines.stream()
              .collect(
                  Collectors.groupingBy(
                      line -> line.step().planned(), TreeMap::new, Collectors.counting())),
          rehearsal.bytes(),
          lines.stream().mapToLong(line -> line.step().bytes()).max().orElse(0),
          lines.stream()
              .filter(line -> line.step().file().isPresent() && writes(line.step().planned()))
              .count(),
          lines.stream().anyMatch(line -> !line.step().why().isEmpty()),
          tray.entries().stream()
              .map(entry -> entry.own().orElse(tray.handling()))
              .anyMatch(how -> how.destination() instanceof Destination.InPlace),
          OpenWords.sentence(open));
    }

    /** Whether anything would be done at all. */
    boolean doesAnything() {
      return written + counts.getOrDefault(Outcome.REMOVED, 0L) > 0;
    }
  }

  private static boolean writes(Outcome outcome) {
    return outcome == Outcome.RECOVERED
        || outcome == Outcome.MADE_ROOM
        || outcome == Outcome.BESIDE
        || outcome == Outcome.PACKED;
  }

  /** Null until it is known, and where it cannot be. */
  ReadOnlyObjectProperty<RehearsalFacts> factsProperty() {
    return facts.getReadOnlyProperty();
  }

  /** Why nothing can be rehearsed; empty if something can. */
  ReadOnlyStringProperty problemProperty() {
    return problem.getReadOnlyProperty();
  }

  void refresh() {
    context
        .background()
        .ask(
            () -> {
              TrayRehearsal rehearsal = context.office().recoveries().rehearse(tray);
              return RehearsalFacts.of(
                  tray, rehearsal, context.office().recoveries().openIn(rehearsal));
            },
            found -> {
              problem.set("");
              facts.set(found);
            },
            wrong -> {
              facts.set(null);
              problem.set(Complaint.sentence(wrong));
            });
  }

  /** Goes to the page of the file that a line is about. */
  void open(RehearsedStep line) {
    if (line.step().file().isPresent()) {
      context.go(
          new Place.OneFile(
              new FileRef(line.shelf().store(), line.step().file().getAsLong()),
              line.step().revision().isPresent()
                  ? Optional.of(line.step().revision().getAsInt())
                  : Optional.empty()));
    }
  }

  /** Whether something else stands where a line would put something: then they can be compared. */
  static boolean canCompare(RehearsedStep line) {
    return line.step().stands().isPresent() && line.step().file().isPresent();
  }

  /** Compares what would come with what stands there. */
  void compare(RehearsedStep line) {
    context.go(
        new Place.OneFile(
            new FileRef(line.shelf().store(), line.step().file().orElseThrow()),
            Optional.of(line.step().revision().orElseThrow()),
            line.step().stands().map(Step.Stands::at)));
  }

  /** Does what was rehearsed. */
  void run() {
    new Recovering(context)
        .run(
            Words.of("tray.job", tray.entries().size()),
            progress -> context.office().recoveries().run(tray, progress),
            this::done);
  }

  private void done(RunReceipt receipt) {
    new DonePicks(context.tray()).takeOff(receipt);
    if (receipt.act().id() == RunReceipt.NOT_NOTED) {
      new Recovering(context).tell(receipt);
      context.navigator().back();
      return;
    }
    context.go(new Place.ReceiptOf(receipt.store(), receipt.act().id()));
  }
}
