package org.mendedleaf.desktop.erase;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.keeping.AskedErasures;
import org.mendedleaf.core.keeping.ClockException;
import org.mendedleaf.core.keeping.Erasures;
import org.mendedleaf.core.keeping.Remnant;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Rehearses and carries out erasing revisions of a file; knows no nodes. Properties change on the
 * interface thread.
 */
final class ErasePresenter {

  private final Context context;
  private final FileRef ref;
  private final int first;
  private final ObjectProperty<EraseChoice> choice = new SimpleObjectProperty<>(EraseChoice.ONE);
  private final ObjectProperty<Set<Integer>> ticked;
  private final ReadOnlyObjectWrapper<FileLife> life = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Erasures.Consequences> told = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<EraseDelay> delay =
      new ReadOnlyObjectWrapper<>(EraseDelay.NONE);
  private long asked;

  /**
   * What the store's delay means here.
   *
   * @param from when an erasure takes effect that is asked for now; empty for at once
   * @param asked what was asked for already and can be called off
   */
  record EraseDelay(Optional<Instant> from, Optional<AskedErasures.AskedErasure> asked) {
    static final EraseDelay NONE = new EraseDelay(Optional.empty(), Optional.empty());
  }

  /** The amount that goes. */
  enum EraseChoice {
    /** Only the revision that one came with. */
    ONE,
    /** Those that are ticked. */
    SEVERAL,
    /** The file with all its history and its names. */
    ALL
  }

  /**
   * @param revision the one that was chosen on the file's page
   */
  ErasePresenter(Context context, FileRef ref, int revision) {
    this.context = context;
    this.ref = ref;
    this.first = revision;
    this.ticked = new SimpleObjectProperty<>(Set.of(revision));
    choice.addListener((property, before, now) -> rehearse());
  }

  ObjectProperty<EraseChoice> choiceProperty() {
    return choice;
  }

  /** Numbers of the revisions that are ticked; another set with every change. */
  ReadOnlyObjectProperty<Set<Integer>> tickedProperty() {
    return ticked;
  }

  /** The file's history; null until it is known. */
  ReadOnlyObjectProperty<FileLife> lifeProperty() {
    return life.getReadOnlyProperty();
  }

  /** What would follow; null while that is being found out, or where nothing is chosen. */
  ReadOnlyObjectProperty<Erasures.Consequences> toldProperty() {
    return told.getReadOnlyProperty();
  }

  /** Whether, and until when, erasing waits in this store. */
  ReadOnlyObjectProperty<EraseDelay> delayProperty() {
    return delay.getReadOnlyProperty();
  }

  int first() {
    return first;
  }

  boolean goes(int number) {
    return switch (choice.get()) {
      case ONE -> number == first;
      case SEVERAL -> ticked.get().contains(number);
      case ALL -> true;
    };
  }

  /** Ticks a revision or takes the tick away; what was chosen before is where that begins. */
  void toggle(int number) {
    Set<Integer> now =
        new TreeSet<>(choice.get() == EraseChoice.ONE ? Set.of(first) : ticked.get());
    if (!now.remove(number)) {
      now.add(number);
    }
    ticked.set(Set.copyOf(now));
    if (choice.get() == EraseChoice.SEVERAL) {
      rehearse();
    } else {
      choice.set(EraseChoice.SEVERAL);
    }
  }

  void refresh() {
    context.ask(
        () -> context.office().files().life(ref),
        found -> {
          life.set(found);
          lookAtDelay();
          rehearse();
        });
  }

  private void lookAtDelay() {
    AskedErasures erasures = context.office().askedErasures();
    context.ask(
        () ->
            new EraseDelay(
                erasures.effectiveFrom(ref), erasures.of(context.office().files().life(ref))),
        delay::set);
  }

  /** Calls off what was asked for of this file. */
  void callOff() {
    context.start(
        Words.of("erase.callingOff"),
        progress -> context.office().askedErasures().callOff(ref, Set.of()),
        kept -> {
          refresh();
          context.tell(Words.count("erase.calledOff", kept, name()));
        });
  }

  /** Whether what was asked for can be erased by now. */
  boolean isDue() {
    return delay.get().asked().filter(one -> !one.until().isAfter(context.now())).isPresent();
  }

  /** Erases what was asked for, now that the delay is over. */
  void eraseDue() {
    eraseDue(false);
  }

  private void eraseDue(boolean clockIsRight) {
    FileLife file = life.get();
    InnerPath folder = file.file().path().folder();
    boolean everything = delay.get().asked().orElseThrow().everything();
    context
        .jobs()
        .start(
            Words.of("erase.job", name()),
            progress -> context.office().askedErasures().eraseDue(file.shelf(), clockIsRight),
            erased -> {
              context.go(
                  everything
                      ? new Place.OneShelf(file.shelf(), folder)
                      : new Place.OneFile(ref, Optional.empty()));
              context.tell(Words.count("erase.done.due", erased));
            },
            problem -> {
              if (problem instanceof ClockException) {
                context
                    .navigator()
                    .ask(
                        String.valueOf(problem.getMessage()),
                        Words.of("erase.clockIsRight"),
                        () -> eraseDue(true));
              } else {
                context.navigator().complain(problem);
              }
            });
  }

  private String name() {
    return life.get().file().path().name();
  }

  private void rehearse() {
    told.set(null);
    long question = ++asked;
    Optional<Set<Integer>> numbers = numbers();
    if (numbers.isEmpty()) {
      return;
    }
    context.ask(
        () -> context.office().erasures().rehearse(ref, numbers.get()),
        found -> {
          if (question == asked) {
            told.set(found);
          }
        });
  }

  /** Which go, all of them being the empty set; nothing where none is ticked. */
  private Optional<Set<Integer>> numbers() {
    return switch (choice.get()) {
      case ONE -> Optional.of(Set.of(first));
      case SEVERAL -> Optional.of(ticked.get()).filter(chosen -> !chosen.isEmpty());
      case ALL -> Optional.of(Set.of());
    };
  }

  /** Whether the file lies on its shelf, so that it can be removed. */
  boolean canRemove() {
    return life.get() != null && life.get().file().present();
  }

  /** Takes the file off its shelf; its revisions stay, and that can be taken back. */
  void removeInstead() {
    FileLife file = life.get();
    Recovering recovering = new Recovering(context);
    recovering.run(
        Words.of("remove.job", file.file().path().name()),
        progress ->
            context
                .office()
                .recoveries()
                .remove(file.shelf(), List.of(file.file().path()), progress),
        receipt -> {
          context.go(new Place.OneFile(ref, Optional.empty()));
          context
              .navigator()
              .tell(
                  Words.of("remove.done", file.file().path().name()),
                  () -> recovering.undo(receipt));
        });
  }

  /** Whether what was typed is the file's name, and nothing stands against erasing. */
  boolean mayErase(String typed) {
    return told.get() != null
        && told.get().held().isEmpty()
        && typed.strip().equals(life.get().file().path().name());
  }

  private record DoneAndLeft(Erasures.ErasureDone done, List<Remnant> remnants) {}

  private void ask(Set<Integer> numbers, String typed, boolean named) {
    String what = EraseWords.what(told.get());
    context.start(
        Words.of("erase.asking"),
        progress -> context.office().askedErasures().ask(ref, numbers, typed, named),
        done -> {
          context.go(new Place.OneFile(ref, Optional.empty()));
          context.tell(
              Words.of(
                  "erase.asked",
                  what,
                  name(),
                  Shown.moment(done.until(), context.now(), context.zone())));
        });
  }

  /**
   * @param named whether the ledger keeps what the file was called
   */
  void erase(String typed, boolean named) {
    if (!mayErase(typed)) {
      return;
    }
    Set<Integer> numbers = numbers().orElseThrow();
    FileLife file = life.get();
    String name = file.file().path().name();
    String what = EraseWords.what(told.get());
    if (delay.get().from().isPresent()) {
      ask(numbers, typed, named);
      return;
    }
    InnerPath folder = file.file().path().folder();
    context.start(
        Words.of("erase.job", name),
        progress -> {
          Erasures.ErasureDone done = context.office().erasures().erase(ref, numbers, typed, named);
          return new DoneAndLeft(done, context.office().erasureReach().of(ref.store(), done.act()));
        },
        result -> {
          Erasures.ErasureDone erased = result.done();
          context.go(
              erased.everything()
                  ? new Place.OneShelf(file.shelf(), folder)
                  : new Place.OneFile(ref, Optional.empty()));
          context.tell(
              Words.of(
                      erased.freed() < 0 ? "erase.done.larger" : "erase.done",
                      what,
                      name,
                      Shown.exact(Math.abs(erased.freed())))
                  + " "
                  + RemnantWords.of(result.remnants(), context));
        });
  }
}
