package org.mendedleaf.desktop.gather;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.arrivals.Gatherings;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.intake.Family;
import org.mendedleaf.core.recover.Copies;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;

/**
 * Families of copies in a folder, which of them are to be gathered, and doing it; knows no nodes.
 * Properties change on the interface thread.
 */
final class GatherPresenter {

  private final Context context;
  private final Shelf shelf;
  private final InnerPath folder;
  private final ReadOnlyObjectWrapper<List<GatherRow>> rows = new ReadOnlyObjectWrapper<>();
  private final List<CopyChoice> choices = new ArrayList<>();
  private boolean asked;

  GatherPresenter(Context context, Shelf shelf, InnerPath folder) {
    this.context = context;
    this.shelf = shelf;
    this.folder = folder;
  }

  /** A family and what somebody wants of it. */
  private static final class CopyChoice {
    private final Gatherings.Proposed proposed;
    private final Set<InnerPath> chosen = new HashSet<>();
    private InnerPath file;

    CopyChoice(Gatherings.Proposed proposed) {
      this.proposed = proposed;
      this.file = proposed.file();
      chosen.addAll(proposed.copies().copies());
    }

    List<InnerPath> copies() {
      return proposed.copiesWithDoubtful().copies().stream().filter(chosen::contains).toList();
    }

    boolean isReady() {
      return copies().size() > 1;
    }
  }

  private final ReadOnlyObjectWrapper<Optional<Gatherings.Later>> later =
      new ReadOnlyObjectWrapper<>(Optional.empty());

  /** The list; null until it is known. */
  ReadOnlyObjectProperty<List<GatherRow>> rowsProperty() {
    return rows.getReadOnlyProperty();
  }

  Gatherings.Proposed proposed(int family) {
    return choices.get(family).proposed;
  }

  /** Where the one file of a family is to be. */
  InnerPath file(int family) {
    return choices.get(family).file;
  }

  int families() {
    return choices.size();
  }

  /** How many copies would be gathered, in all families that have two at least. */
  int copies() {
    return ready().stream().mapToInt(copies -> copies.copies().size()).sum();
  }

  /** How many names leave the folder. */
  long goingNames() {
    return ready().stream()
        .mapToLong(one -> one.copies().stream().filter(copy -> !copy.equals(one.file())).count())
        .sum();
  }

  List<Copies> ready() {
    return choices.stream()
        .filter(CopyChoice::isReady)
        .map(choice -> new Copies(choice.file, choice.copies()))
        .toList();
  }

  /** Looks for families, once: what somebody has chosen since must not be taken away. */
  void refresh() {
    if (!asked) {
      asked = true;
      look();
    }
  }

  private void look() {
    context
        .jobs()
        .start(
            Words.of("gather.looking"),
            progress -> context.office().gatherings().find(shelf, folder, progress),
            found -> {
              choices.clear();
              found.forEach(one -> choices.add(new CopyChoice(one)));
              show();
            },
            problem -> {
              rows.set(List.of());
              context.navigator().complain(problem);
            });
  }

  /** Takes a copy in or out; of a family all that are sure. */
  void toggle(GatherRow row) {
    CopyChoice choice = choices.get(row.family());
    if (row instanceof GatherRow.Line line) {
      InnerPath path = line.copy().file().state().path();
      if (!choice.chosen.remove(path)) {
        choice.chosen.add(path);
      }
    } else if (choice.chosen.isEmpty()) {
      choice.chosen.addAll(
          choice.proposed.copies().copies().isEmpty()
              ? choice.proposed.copiesWithDoubtful().copies()
              : choice.proposed.copies().copies());
    } else {
      choice.chosen.clear();
    }
    show();
  }

  /** Gives the one file of a family another name. */
  void call(int family, String name) {
    String plain = name.strip();
    if (!plain.isEmpty() && !plain.contains("/") && !plain.contains("\\")) {
      CopyChoice choice = choices.get(family);
      choice.file = choice.proposed.file().folder().resolve(plain);
      show();
    }
  }

  private void show() {
    List<GatherRow> list = new ArrayList<>();
    for (int i = 0; i < choices.size(); i++) {
      CopyChoice choice = choices.get(i);
      Family<PresentFile> family = choice.proposed.family();
      List<InnerPath> in = choice.copies();
      Map<InnerPath, Family.Doubtful<PresentFile>> doubts = new HashMap<>();
      family.doubtful().forEach(one -> doubts.put(one.copy().file().state().path(), one));
      list.add(new GatherRow.Head(i, choice.file.shown(), in.size(), family.all().size()));
      for (Family.Copy<PresentFile> copy : family.all()) {
        InnerPath path = copy.file().state().path();
        int position = in.indexOf(path) + 1;
        list.add(
            new GatherRow.Line(
                i,
                copy,
                Optional.ofNullable(doubts.get(path)),
                position > 0,
                position,
                position > 0 && position == in.size()));
      }
    }
    rows.set(List.copyOf(list));
    askLater();
  }

  /** What the care plan makes of what is chosen; empty until it is known. */
  ReadOnlyObjectProperty<Optional<Gatherings.Later>> laterProperty() {
    return later.getReadOnlyProperty();
  }

  private void askLater() {
    List<Copies> wanted = ready();
    later.set(Optional.empty());
    if (wanted.isEmpty()) {
      return;
    }
    context.ask(
        () -> context.office().gatherings().later(shelf, wanted),
        found -> {
          if (wanted.equals(ready())) {
            later.set(found);
          }
        });
  }

  void gather() {
    List<Copies> wanted = ready();
    if (wanted.isEmpty()) {
      return;
    }
    int copies = copies();
    new Recovering(context)
        .run(
            Words.of("gather.job"),
            progress -> context.office().gatherings().gather(shelf, wanted, progress),
            receipt -> done(wanted, copies, receipt));
  }

  /** Goes to the file, where there is one, and says there what was done. */
  private void done(List<Copies> wanted, int copies, RunReceipt receipt) {
    if (wanted.size() > 1 || receipt.isPartial() || shelf.folder().isEmpty()) {
      context.go(new Place.OneShelf(shelf, folder));
      tell(wanted, copies, receipt);
      return;
    }
    Path file = ShelfPaths.resolve(shelf.folder().get(), wanted.get(0).file());
    context.ask(
        () -> context.office().addresses().file(file.toString(), shelf.folder().get()),
        found -> {
          context.go(new Place.OneFile(found, Optional.empty()));
          tell(wanted, copies, receipt);
        });
  }

  private void tell(List<Copies> wanted, int copies, RunReceipt receipt) {
    String sentence =
        receipt.isPartial()
            ? Recovering.sentence(receipt)
            : Words.count("gather.done", wanted.size(), copies, wanted.get(0).file().name());
    context
        .navigator()
        .tell(
            sentence,
            () -> new Recovering(context).undo(receipt),
            Words.of("receipt.show"),
            () -> context.go(new Place.ReceiptOf(receipt.store(), receipt.act().id())));
  }
}
