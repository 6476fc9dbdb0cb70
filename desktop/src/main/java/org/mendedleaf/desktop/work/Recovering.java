package org.mendedleaf.desktop.work;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.tray.RunReceipt;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/** Runs recoveries as jobs, tells in words how they went, and takes them back. */
public final class Recovering {

  private final Context context;

  public Recovering(Context context) {
    this.context = context;
  }

  /** Runs work that ends with a receipt. */
  public interface RecoveringWork {
    RunReceipt run(Progress progress) throws IOException;
  }

  /**
   * Recovers and tells how it went.
   *
   * @param then called with the receipt
   */
  public void run(String title, RecoveringWork work, java.util.function.Consumer<RunReceipt> then) {
    context
        .jobs()
        .start(
            title,
            work::run,
            receipt -> {
              context.navigator().refresh();
              then.accept(receipt);
              new Captures(context).examine(receipt.store());
            },
            problem -> {
              context.navigator().complain(problem);
              context.navigator().refresh();
            });
  }

  /** Asks where to, and copies these out under names that say what they are. */
  public void copyOut(String name, List<Tray.Entry> entries) {
    context
        .navigator()
        .askFolder(
            Words.of("copy.where", name),
            Words.of("copy.go"),
            context.tray().copyFolderProperty().get(),
            folder -> copyOut(name, entries, folder));
  }

  /** Asks where to, and copies the chosen ones out; nothing happens where none is chosen. */
  public void copyOut(List<WantedPick> chosen) {
    if (!chosen.isEmpty()) {
      String name =
          chosen.size() == 1 ? chosen.get(0).name() : Words.count("copy.several", chosen.size());
      copyOut(name, chosen.stream().map(WantedPick::entry).toList());
    }
  }

  private void copyOut(String name, List<Tray.Entry> entries, Path folder) {
    context.tray().copyFolderProperty().set(Shown.path(folder));
    Handling beside = new Handling(new Destination.Folder(folder), IfThere.BESIDE, LaterFiles.KEEP);
    run(
        Words.of("copy.job", name),
        progress -> context.office().recoveries().run(new Tray(entries, beside), progress),
        this::tell);
  }

  /** Says what was done, with the ways to take it back and to the receipt. */
  public void tell(RunReceipt receipt) {
    if (receipt.act().id() == RunReceipt.NOT_NOTED) {
      // The store can only be read: there is no receipt to show or to take back with.
      context.tell(sentence(receipt));
      return;
    }
    context
        .navigator()
        .tell(
            sentence(receipt),
            () -> undo(receipt),
            Words.of("receipt.show"),
            () -> context.go(new Place.ReceiptOf(receipt.store(), receipt.act().id())));
  }

  /** What a recovery did, in a sentence or two. */
  public static String sentence(RunReceipt receipt) {
    Optional<ReceiptItem> first =
        receipt.lines().stream()
            .map(RunReceipt.ReceiptLine::item)
            .filter(item -> item.outcome() == Outcome.REFUSED)
            .findFirst();
    long refused =
        receipt.lines().stream().filter(line -> line.item().outcome() == Outcome.REFUSED).count();
    List<ReceiptItem> written =
        receipt.lines().stream()
            .map(RunReceipt.ReceiptLine::item)
            .filter(item -> item.changedSomething() && item.outcome() != Outcome.FOLDER)
            .toList();
    String done =
        written.size() == 1 && written.get(0).file().isPresent()
            ? Words.of("recovered.one", Shown.path(Path.of(written.get(0).target())))
            : Words.count("recovered", receipt.files());
    return first.isEmpty()
        ? done
        : done
            + " "
            + Words.count(
                "recovered.refused",
                refused,
                Shown.path(Path.of(first.get().target())),
                first.get().why());
  }

  /** Takes a recovery back. */
  public void undo(RunReceipt receipt) {
    run(
        Words.of("recovered.undo.job"),
        progress -> takeBack(receipt, progress),
        undone -> {
          long refused =
              undone.lines().stream()
                  .filter(line -> line.item().outcome() == Outcome.REFUSED)
                  .count();
          context.tell(
              refused == 0
                  ? Words.of("recovered.undone")
                  : Words.count("recovered.undone.partly", refused));
          // What is damaged again is told again at once.
          undone.parts().stream()
              .map(part -> part.shelf().store())
              .distinct()
              .forEach(new Captures(context)::examine);
        });
  }

  private RunReceipt takeBack(RunReceipt receipt, Progress progress) throws IOException {
    String store = receipt.store();
    long act = receipt.act().id();
    if (context.office().recoveries().isRecovery(store, act)) {
      return context.office().recoveries().undo(store, act, progress);
    }
    var unused = context.office().files().undo(store, act);
    return context.office().recoveries().receipt(store, act);
  }
}
