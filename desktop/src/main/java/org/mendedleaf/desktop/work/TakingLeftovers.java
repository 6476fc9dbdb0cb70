package org.mendedleaf.desktop.work;

import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Copies that programs left: what is said of them, looking and taking. For the interface thread.
 */
public final class TakingLeftovers {

  private final Context context;

  public TakingLeftovers(Context context) {
    this.context = context;
  }

  /** What it is, in a sentence. */
  public String sentence(Leftover one) {
    return Words.of(
        "leftover." + one.verdict().word(),
        one.place().name(),
        one.shelf().name(),
        Shown.moment(one.saved(), context.now(), context.zone()),
        Shown.path(one.path()));
  }

  /** Its file beside it, or what it looks like inside. */
  public static Place place(Leftover one) {
    Optional<FileRef> file = one.file();
    return file.isPresent()
        ? new Place.OneFile(file.get(), Optional.empty(), Optional.of(one.path()))
        : new Place.Stray(one.path());
  }

  /** Each becomes what it stands for, and stays where it is. */
  public void take(List<Leftover> copies) {
    context.start(
        Words.count("leftover.job", copies.size()),
        progress -> context.office().leftovers().takeAll(copies),
        taken -> told(copies, taken));
  }

  private void told(List<Leftover> copies, List<Intake.TakenIn> taken) {
    context
        .navigator()
        .tell(
            Words.of(
                "leftover.taken",
                String.join(", ", copies.stream().map(one -> one.place().name()).toList())),
            () -> undo(taken.get(0)));
    examine(copies);
  }

  private void undo(Intake.TakenIn any) {
    context.ask(
        () ->
            context
                .office()
                .recoveries()
                .undo(any.file().store(), any.brought().act(), Progress.NONE),
        undone -> {
          context.tell(Words.of("recovered.undone"));
          context.navigator().refresh();
        });
  }

  private void examine(List<Leftover> copies) {
    copies.stream()
        .map(one -> one.shelf().store())
        .distinct()
        .forEach(new Captures(context)::examine);
    context.navigator().refresh();
  }
}
