package org.mendedleaf.desktop.work.picks;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Complaint;
import org.mendedleaf.core.tray.PickFacts;
import org.mendedleaf.desktop.work.jobs.Background;

/**
 * The revisions and folders that have been picked. What is not told when something is picked is
 * found out beside the interface thread; the tray is kept on the desk. Knows no nodes; for the
 * interface thread.
 */
public final class MendingTray {

  private static final int AT_ONCE = 500;
  static final int SLICE = 2_000;

  private final Office office;
  private final Background background;
  private final ObservableList<Picked> picks = FXCollections.observableArrayList();
  private final Map<PickKey, Picked> byKey = new HashMap<>();
  private final Queue<Picked> unknown = new ArrayDeque<>();
  private final IntegerProperty version = new SimpleIntegerProperty();
  private final IntegerProperty members = new SimpleIntegerProperty();
  private final BooleanProperty dragging = new SimpleBooleanProperty();
  private final ObjectProperty<Handling> handling = new SimpleObjectProperty<>(Handling.IN_PLACE);
  private final StringProperty copyFolder = new SimpleStringProperty("");
  private List<WantedPick> dragged = List.of();
  private boolean keeping;
  private boolean keepAgain;
  private boolean looking;
  private long files;
  private long bytes;
  private long largest;
  // Picks without a way of their own, and those whose own way does not say yet where they go.
  private int goingWithRest;
  private int goingNowhere;

  public MendingTray(Office office, Background background) {
    this.office = office;
    this.background = background;
    handling.addListener((property, before, now) -> changed());
  }

  private record PickKey(String store, long shelf, Pick pick) {
    static PickKey of(Tray.Entry entry) {
      return new PickKey(entry.store(), entry.shelf(), entry.pick());
    }
  }

  /**
   * A candidate for picking.
   *
   * @param name as it was shown
   * @param files how many files it has
   * @param bytes of them, or -1 if that has to be found out
   */
  public record WantedPick(Tray.Entry entry, String name, boolean folder, long files, long bytes) {}

  /** One pick on the tray. */
  public static final class Picked {
    private final WantedPick wanted;
    // Read beside the interface thread when the tray is kept.
    private volatile @Nullable Handling own;
    private @Nullable PickFacts facts;
    private String problem = "";

    Picked(WantedPick wanted) {
      this.wanted = wanted;
      this.own = wanted.entry().own().orElse(null);
    }

    private PickKey key() {
      return PickKey.of(wanted.entry());
    }

    public String name() {
      return facts == null
          ? wanted.name()
          : facts.path().isRoot() ? facts.shelf().name() : facts.path().name();
    }

    public boolean folder() {
      return facts == null ? wanted.folder() : facts.folder();
    }

    /** What is known about it; null until it has been found out. */
    public @Nullable PickFacts facts() {
      return facts;
    }

    /** Why nothing can be found out about it; empty if that is not so. */
    public String problem() {
      return problem;
    }

    /** How it is recovered, if differently from the rest; otherwise null. */
    public @Nullable Handling own() {
      return own;
    }

    public long files() {
      return facts == null ? wanted.files() : facts.files();
    }

    /** Bytes, or -1 if not known yet. */
    public long bytes() {
      return facts == null ? wanted.bytes() : facts.bytes();
    }

    /** The pick as the office takes it. */
    public Tray.Entry entry() {
      Tray.Entry entry = wanted.entry();
      if (own == null && entry.own().isEmpty()) {
        return entry;
      }
      return new Tray.Entry(
          entry.store(), entry.shelf(), entry.pick(), java.util.Optional.ofNullable(own));
    }
  }

  /** The picks, oldest first. */
  public ObservableList<Picked> picks() {
    return picks;
  }

  /** Counts up whenever something else is on the tray. */
  public IntegerProperty membersProperty() {
    return members;
  }

  /** Counts up whenever anything on the tray is another, or is known better. */
  public IntegerProperty versionProperty() {
    return version;
  }

  /** How everything is recovered that has no way of its own. */
  public ObjectProperty<Handling> handlingProperty() {
    return handling;
  }

  /** The folder that was copied out to last; empty before the first time. */
  public StringProperty copyFolderProperty() {
    return copyFolder;
  }

  /** Whether something is being dragged that could be dropped on the tray. */
  public BooleanProperty draggingProperty() {
    return dragging;
  }

  public boolean holds(Tray.Entry entry) {
    return byKey.containsKey(PickKey.of(entry));
  }

  /** Picks these, or takes them off the tray again if all of them are on it. */
  public void toggle(List<WantedPick> wanted) {
    if (wanted.stream().allMatch(one -> holds(one.entry()))) {
      List<Picked> off = new ArrayList<>();
      wanted.forEach(one -> off.add(byKey.get(PickKey.of(one.entry()))));
      remove(off);
    } else {
      add(wanted);
    }
  }

  /** Picks these, as far as they are not on the tray; very many a part at a time. */
  public void add(List<WantedPick> wanted) {
    List<Picked> more = new ArrayList<>();
    for (WantedPick one : wanted.subList(0, Math.min(SLICE, wanted.size()))) {
      Picked picked = new Picked(one);
      if (byKey.putIfAbsent(PickKey.of(one.entry()), picked) == null) {
        more.add(picked);
      }
    }
    more.forEach(picked -> count(picked, 1));
    unknown.addAll(more);
    picks.addAll(more);
    if (wanted.size() > SLICE) {
      background.later(() -> add(wanted.subList(SLICE, wanted.size())));
      return;
    }
    changed();
    look();
  }

  public void remove(Collection<Picked> off) {
    Set<Picked> gone = new HashSet<>(off);
    for (Picked picked : gone) {
      byKey.remove(picked.key());
      count(picked, -1);
    }
    largest = byKey.isEmpty() ? 0 : largest;
    picks.setAll(picks.stream().filter(picked -> !gone.contains(picked)).toList());
    changed();
  }

  /** Gives some picks a way of their own; null for that of the rest. */
  public void handle(Collection<Picked> some, @Nullable Handling own) {
    for (Picked picked : some) {
      boolean there = byKey.get(picked.key()) == picked;
      if (there) {
        count(picked, -1);
      }
      picked.own = own;
      if (there) {
        count(picked, 1);
      }
    }
    changed();
  }

  /** Remembers what is being dragged. */
  public void drag(List<WantedPick> wanted) {
    dragged = wanted;
    dragging.set(!wanted.isEmpty());
  }

  /** Does the next part of long work soon, so that the window answers in between. */
  void soon(Runnable work) {
    background.later(work);
  }

  /** Picks what was dropped. */
  public void drop() {
    add(dragged);
  }

  /** Whether there is anything to rehearse, and it is said of each pick where it goes. */
  public boolean isReady() {
    boolean rest = handling.get().destination().isChosen();
    return !picks.isEmpty() && goingNowhere == 0 && (rest || goingWithRest == 0);
  }

  /** Everything on the tray, as the office takes it. */
  public Tray tray() {
    return new Tray(picks.stream().map(Picked::entry).toList(), handling.get());
  }

  public long files() {
    return files;
  }

  /** The bytes that are known so far. */
  public long bytes() {
    return bytes;
  }

  /** Bytes of the largest pick; does not shrink before the tray is empty. */
  public long largest() {
    return largest;
  }

  /** Counted along, since adding up a hundred thousand each time would be felt. */
  private void count(Picked picked, int sign) {
    files += sign * picked.files();
    bytes += sign * Math.max(0, picked.bytes());
    largest = Math.max(largest, picked.bytes());
    if (picked.own == null) {
      goingWithRest += sign;
    } else if (!picked.own.destination().isChosen()) {
      goingNowhere += sign;
    }
  }

  /** Puts back what lay on the tray when the window was closed. */
  public void restore() {
    background.ask(
        () -> office.recoveries().kept(),
        tray -> {
          handling.set(tray.handling());
          add(
              tray.entries().stream()
                  .map(entry -> new WantedPick(entry, "…", false, 1, -1))
                  .toList());
        },
        problem -> {});
  }

  private void changed() {
    members.set(members.get() + 1);
    version.set(version.get() + 1);
    keep();
  }

  /** One writes at a time; the last state is always written. */
  private void keep() {
    if (keeping) {
      keepAgain = true;
      return;
    }
    keeping = true;
    keepAgain = false;
    List<Picked> now = List.copyOf(picks);
    Handling how = handling.get();
    background.ask(
        () -> {
          Tray tray = new Tray(now.stream().map(Picked::entry).toList(), how);
          office.recoveries().keep(tray);
          return tray;
        },
        kept -> kept(),
        problem -> kept());
  }

  private void kept() {
    keeping = false;
    if (keepAgain) {
      keep();
    }
  }

  private record PickAnswer(Picked picked, @Nullable PickFacts facts, String problem) {}

  /** Finds out, some at a time, what is not known about the picks. */
  private void look() {
    if (looking) {
      return;
    }
    List<Picked> next = new ArrayList<>();
    while (next.size() < AT_ONCE && !unknown.isEmpty()) {
      Picked picked = unknown.remove();
      if (byKey.get(picked.key()) == picked) {
        next.add(picked);
      }
    }
    if (next.isEmpty()) {
      return;
    }
    looking = true;
    List<Tray.Entry> entries = next.stream().map(Picked::entry).toList();
    background.work(
        () -> {
          List<PickAnswer> answers = new ArrayList<>();
          for (int i = 0; i < entries.size(); i++) {
            answers.add(ask(next.get(i), entries.get(i)));
          }
          return answers;
        },
        answers -> {
          for (PickAnswer answer : answers) {
            boolean stillThere = byKey.get(answer.picked().key()) == answer.picked();
            if (stillThere) {
              count(answer.picked(), -1);
              answer.picked().facts = answer.facts();
              answer.picked().problem = answer.problem();
              count(answer.picked(), 1);
            }
          }
          version.set(version.get() + 1);
          looking = false;
          look();
        },
        problem -> looking = false);
  }

  private PickAnswer ask(Picked picked, Tray.Entry entry) {
    try {
      return new PickAnswer(picked, office.recoveries().facts(entry), "");
    } catch (java.io.IOException e) {
      return new PickAnswer(picked, null, Complaint.sentence(e));
    }
  }
}
