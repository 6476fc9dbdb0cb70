package org.mendedleaf.desktop.file;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleIntegerProperty;
import org.mendedleaf.core.files.EarlierState;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.leftovers.Leftover;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.recover.Mending;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.shelves.FolderRow;
import org.mendedleaf.desktop.words.HoldWords;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Recovering;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.MendingTray.WantedPick;

/**
 * The state and the actions of a file's page; knows no nodes. Properties change on the interface
 * thread.
 */
final class FilePresenter {

  static final int NONE = -1;

  private final Context context;
  private final FileRef ref;
  private final ReadOnlyObjectWrapper<FileLife> life = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<List<EarlierState>> states =
      new ReadOnlyObjectWrapper<>(List.of());
  private final ReadOnlyObjectWrapper<KeptFacts> kept = new ReadOnlyObjectWrapper<>(KeptFacts.ALL);
  private List<Leftover> copies = List.of();
  private final ReadOnlyObjectWrapper<FolderRow> standing = new ReadOnlyObjectWrapper<>();
  private final InsidePresenter inside;
  private int wanted = NONE;
  private final IntegerProperty chosen = new SimpleIntegerProperty(NONE);

  FilePresenter(Context context, FileRef ref) {
    this.context = context;
    this.ref = ref;
    this.inside = new InsidePresenter(context, ref, this::chosenRevision);
    chosen.addListener((property, before, now) -> inside.turnTo(0));
  }

  /** The file's history; null until it is known. */
  ReadOnlyObjectProperty<FileLife> lifeProperty() {
    return life.getReadOnlyProperty();
  }

  /** Until when its revisions are kept; known as soon as the history is. */
  ReadOnlyObjectProperty<KeptFacts> keptProperty() {
    return kept.getReadOnlyProperty();
  }

  /** Until when the chosen revision is kept and why, in a sentence. */
  String keptSentence() {
    return chosenRevision()
        .map(one -> kept.get().sentence(one, life.get().marks(one), context))
        .orElse("");
  }

  /** Copies of it that programs left and that are not recorded; known as soon as its history is. */
  List<Leftover> copies() {
    return copies;
  }

  /** What every source has of the file; known as soon as its history is. */
  ReadOnlyObjectProperty<List<EarlierState>> statesProperty() {
    return states.getReadOnlyProperty();
  }

  /** What lies there now against what is recorded; null if nothing lies there. */
  ReadOnlyObjectProperty<FolderRow> standingProperty() {
    return standing.getReadOnlyProperty();
  }

  /** What is in the chosen revision. */
  InsidePresenter inside() {
    return inside;
  }

  /** The number of the chosen revision. */
  IntegerProperty chosenProperty() {
    return chosen;
  }

  /** Chooses a revision before the history is known. */
  void choose(int number) {
    wanted = number;
  }

  void refresh() {
    context.ask(
        () -> {
          FileLife found = context.office().files().life(ref);
          return new LifeFacts(
              found,
              context.office().files().states(found),
              standingOf(found),
              kept(found),
              context.office().leftovers().lastFoundOf(ref));
        },
        found -> {
          boolean follows = life.get() == null || chosen.get() == life.get().newest().number();
          kept.set(found.kept());
          states.set(found.states());
          copies = found.copies();
          life.set(found.life());
          standing.set(found.standing().orElse(null));
          if (wanted != NONE) {
            chosen.set(wanted);
            wanted = NONE;
          } else if (follows) {
            chosen.set(found.life().newest().number());
          }
        });
  }

  private record LifeFacts(
      FileLife life,
      List<EarlierState> states,
      Optional<FolderRow> standing,
      KeptFacts kept,
      List<Leftover> copies) {}

  private KeptFacts kept(FileLife found) throws IOException {
    Optional<NamedPlan> plan = context.office().plans().of(found.shelf());
    return plan.isEmpty()
        ? KeptFacts.ALL
        : new KeptFacts(plan, context.office().plans().judge(found, context.now()));
  }

  private Optional<FolderRow> standingOf(FileLife found) throws Exception {
    if (found.address().isEmpty()) {
      return Optional.empty();
    }
    return context.office().shelves().look(found.shelf(), found.file().path());
  }

  /** The chosen revision, if one is. */
  Optional<Revision> chosenRevision() {
    return life.get() == null ? Optional.empty() : life.get().revision(chosen.get());
  }

  /** Whether mending with the chosen revision would change anything. */
  boolean canMend() {
    Optional<Revision> revision = chosenRevision();
    if (revision.isEmpty() || (life.get().address().isEmpty() && !isDeposited())) {
      return false;
    }
    boolean isCurrent =
        revision.get().number() == life.get().newest().number() && life.get().file().present();
    if (isDeposited()) {
      return !isCurrent;
    }
    boolean untouched =
        standing.get() != null && standing.get().standing() == FolderRow.RowStanding.RECORDED;
    return !(isCurrent && untouched);
  }

  void mendIfAnything() {
    if (canMend()) {
      mend();
    }
  }

  void mend() {
    Optional<Revision> revision = chosenRevision();
    if (revision.isEmpty()) {
      return;
    }
    int number = revision.get().number();
    context.start(
        Words.of("mend.job", name(), numbered(number)),
        progress -> context.office().files().mend(ref, number),
        this::tellMended);
  }

  private void tellMended(Mending.Mended mended) {
    showNewest();
    String sentence =
        mended.revision().isPresent()
            ? Words.of(
                "mend.done",
                name(),
                numbered(mended.from()),
                numbered(mended.revision().getAsInt()))
            : Words.of("mend.off", name());
    context.navigator().tell(sentence, () -> undo(mended.act()));
  }

  private void undo(long act) {
    context.start(
        Words.of("undo.job", name()),
        progress -> context.office().files().undo(ref.store(), act),
        undone -> {
          showNewest();
          context.tell(Words.of("undo.done", name()));
        });
  }

  private void showNewest() {
    chosen.set(life.get().newest().number());
    refresh();
    // Whether it is good now, or damaged again, shows everywhere only once it was looked at.
    new Captures(context).examine(ref.store());
  }

  /** The chosen revision as it would be on the tray. */
  private Optional<WantedPick> wanted() {
    return chosenRevision()
        .map(
            revision ->
                new WantedPick(
                    new Tray.Entry(
                        ref.store(),
                        life.get().shelf().id(),
                        new Pick.OfRevision(ref.file(), revision.number())),
                    name(),
                    false,
                    1,
                    revision.state().size()));
  }

  boolean isPicked() {
    return wanted().map(one -> context.tray().holds(one.entry())).orElse(false);
  }

  /** Puts the chosen revision on the tray, or takes it off. */
  void pick() {
    wanted().ifPresent(one -> context.tray().toggle(List.of(one)));
  }

  /** Takes the file off its shelf; its revisions stay, and one word brings it back. */
  void remove() {
    FileLife file = life.get();
    if (!canRemove()) {
      return;
    }
    Recovering recovering = new Recovering(context);
    recovering.run(
        Words.of("remove.job", name()),
        progress ->
            context
                .office()
                .recoveries()
                .remove(file.shelf(), List.of(file.file().path()), progress),
        receipt ->
            context
                .navigator()
                .tell(Words.of("remove.done", name()), () -> recovering.undo(receipt)));
  }

  /** Whether the file lies on its shelf here. */
  boolean canRemove() {
    return life.get() != null
        && (life.get().address().isPresent() || isDeposited())
        && life.get().file().present();
  }

  /** Whether the file is on a shelf that has no folder. */
  boolean isDeposited() {
    return life.get() != null && life.get().shelf().isDeposit();
  }

  /** Gives a file of a deposit shelf another name or folder. */
  void move(String path) {
    String name = name();
    String wanted = path.strip().replaceAll("^/+|/+$", "");
    if (!isDeposited() || wanted.isEmpty() || wanted.equals(life.get().file().path().text())) {
      return;
    }
    InnerPath to = new InnerPath(wanted);
    say(() -> context.office().files().move(ref, to), Words.of("move.done", name, to.shown()));
  }

  /** The stable address of the chosen revision, or of the file where the newest is chosen. */
  String address() {
    boolean newest = chosen.get() == life.get().newest().number();
    return new FileAddress(ref, newest ? Optional.empty() : Optional.of(chosen.get())).uri();
  }

  /** Whether the chosen revision is a draft that can be given out. */
  boolean canIssue() {
    return chosenRevision().isPresent()
        && life.get().shelf().settings().stages()
        && life.get().marks(chosenRevision().get()).issue().isEmpty();
  }

  /** Asks, since a letter is never taken back, and gives the chosen revision out. */
  void issue() {
    if (!canIssue()) {
      return;
    }
    int number = chosen.get();
    context
        .navigator()
        .ask(
            Words.of("issue.ask", numbered(number), name()),
            Words.of("issue.yes", numbered(number)),
            () ->
                context.ask(
                    () -> context.office().sayings().issue(ref, number),
                    issued -> {
                      context.tell(
                          Words.of(
                              "issue.done", numbered(number), name(), issued.issue().letters()));
                      context.navigator().refresh();
                    }));
  }

  /** Goes to where the chosen revision can be erased. */
  void erase() {
    chosenRevision().ifPresent(revision -> context.go(new Place.Erase(ref, revision.number())));
  }

  /** Why the chosen revision is held; empty if it is not. */
  Optional<String> held() {
    return chosenRevision()
        .flatMap(one -> life.get().marks(one).hold())
        .map(hold -> HoldWords.of(hold, context.zone()));
  }

  void hold(String why) {
    int number = chosen.get();
    HoldWords.TypedHold typed = HoldWords.read(why, context.zone());
    say(
        () -> context.office().sayings().hold(ref, number, typed.why(), typed.until()),
        Words.of(typed.until().isPresent() ? "hold.done.until" : "hold.done", numbered(number)));
  }

  void release() {
    int number = chosen.get();
    say(
        () -> context.office().sayings().release(ref, number),
        Words.of("release.done", numbered(number)));
  }

  /** What is doubtful about a revision is as it was meant. */
  void meant(int number) {
    say(
        () -> context.office().screenings().meant(ref, number, ""),
        Words.of("finding.meant.done", numbered(number), name()));
  }

  private void say(Callable<Long> saying, String told) {
    context.ask(
        saying,
        act -> {
          context.tell(told);
          context.navigator().refresh();
        });
  }

  /** Asks where to, and copies the chosen revision out. */
  void copyOut() {
    wanted()
        .ifPresent(
            one ->
                new Recovering(context)
                    .copyOut(
                        Words.of("copy.file", name(), numbered(chosen.get())),
                        List.of(one.entry())));
  }

  void openInProgram() {
    life.get()
        .address()
        .ifPresent(
            address ->
                context.ask(
                    () -> {
                      context.opener().open(address);
                      return address;
                    },
                    opened -> {}));
  }

  private String name() {
    return life.get().file().path().name();
  }

  static String numbered(int number) {
    return number == 0 ? Words.of("revision.first") : "r" + number;
  }
}
