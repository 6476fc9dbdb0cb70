package org.mendedleaf.desktop.moment;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Moments;
import org.mendedleaf.desktop.drawings.Keyboard;
import org.mendedleaf.desktop.drawings.MomentRibbon;
import org.mendedleaf.desktop.drawings.Tip;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;

/** The moment ribbon with the words and buttons that belong to it. */
public final class MomentBar {

  private final Context context;
  private final MomentPresenter presenter;
  private final MomentRibbon ribbon = new MomentRibbon();
  private final Label which = Nodes.label("", "strong");
  private final Label more = Nodes.label("", "soft");
  private final Button before;
  private final Button after;
  private final TextField typed = new TextField();
  private final VBox root;

  /** The bar of a page that shows the present. */
  public MomentBar(Context context, Shelf shelf, InnerPath folder) {
    this(context, new MomentPresenter(context, shelf, folder, Optional.empty()));
  }

  MomentBar(Context context, MomentPresenter presenter) {
    this.context = context;
    this.presenter = presenter;
    before = Nodes.button(Words.of("moment.before"), "Alt+Left", () -> presenter.step(-1));
    after = Nodes.button(Words.of("moment.after"), "Alt+Right", () -> presenter.step(1));
    before.setId("change-before");
    after.setId("change-after");
    typed.setPromptText(Words.of("moment.type"));
    typed.setId("moment-typed");
    typed.setPrefColumnCount(11);
    Tip.on(typed, Words.of("moment.type.tip"));
    typed.setOnKeyPressed(
        event -> {
          if (event.getCode() == KeyCode.ENTER && !typed.getText().isBlank()) {
            presenter.goTo(typed.getText());
            event.consume();
          }
        });
    HBox acts = new HBox(8, before, after, typed);
    acts.setAlignment(Pos.CENTER_RIGHT);
    acts.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
    if (presenter.moment().isPresent()) {
      acts.getChildren().add(Nodes.button(Words.of("moment.now"), "Esc", presenter::goNow));
    }
    VBox words = new VBox(1, which, more);
    words.setMinWidth(0);
    ribbon.setId("moment-ribbon");
    ribbon.setOnChoice(this::choose);
    root = new VBox(4, Nodes.row(words, acts), ribbon);
    root.getStyleClass().addAll("sheet", "moment-bar");
    root.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    presenter.viewProperty().addListener((property, was, view) -> show(view));
  }

  public Node node() {
    return root;
  }

  /** Shows when another folder changed; {@link #refresh} asks for it. */
  public void moveTo(InnerPath folder) {
    typed.clear();
    presenter.moveTo(folder);
  }

  /** Asks again what changed when. */
  public void refresh() {
    presenter.refresh();
  }

  /** Goes to the change before (-1) or after (1). */
  public void step(int direction) {
    presenter.step(direction);
  }

  /** Whether somebody writes a day and a time here. */
  boolean isTypedIn() {
    return typed.isFocused();
  }

  /** Begins anew with what is written. */
  void forgetTyped() {
    typed.clear();
  }

  /** Puts the keyboard where a day and a time can be typed. */
  public void typeMoment() {
    Keyboard.to(typed);
  }

  private void choose(MomentRibbon.Choice choice) {
    if (choice instanceof MomentRibbon.Choice.Step step) {
      presenter.step(step.direction());
    } else if (choice instanceof MomentRibbon.Choice.OfStop of) {
      presenter.viewProperty().get().snapshots().stream()
          .filter(snapshot -> snapshot.id() == of.stop().id())
          .findFirst()
          .ifPresent(snapshot -> presenter.go(new Moment.InSnapshot(snapshot)));
    } else if (choice instanceof MomentRibbon.Choice.At at) {
      if (at.moment().isBefore(context.now())) {
        presenter.go(new Moment.At(at.moment()));
      } else {
        presenter.goNow();
      }
    }
  }

  private void show(MomentPresenter.MomentView view) {
    Instant now = context.now();
    ribbon.nowProperty().set(now);
    ribbon.zoneProperty().set(context.zone());
    List<MomentRibbon.RibbonChange> changes =
        view.changes().stream()
            .map(c -> new MomentRibbon.RibbonChange(c.at(), c.saved() + c.moved(), c.removed()))
            .toList();
    if (!ribbon.getChanges().equals(changes)) {
      ribbon.getChanges().setAll(changes);
    }
    List<MomentRibbon.RibbonStop> stops =
        view.snapshots().stream()
            .map(
                snapshot ->
                    new MomentRibbon.RibbonStop(snapshot.id(), snapshot.label(), snapshot.taken()))
            .toList();
    if (!ribbon.getStops().equals(stops)) {
      ribbon.getStops().setAll(stops);
    }
    if (!ribbon.getTears().equals(view.tears())) {
      ribbon.getTears().setAll(view.tears());
    }
    point(now);
    words(view.standing(), now);
    before.setDisable(view.standing().before().isEmpty());
    after.setDisable(view.standing().after().isEmpty() && presenter.moment().isEmpty());
  }

  /** Says which moment it is before it is known what stands around it. */
  void turned() {
    point(context.now());
    presenter.moment().ifPresent(moment -> name(moment, context.now()));
  }

  private void point(Instant now) {
    ribbon.atNowProperty().set(presenter.moment().isEmpty());
    ribbon.pointerProperty().set(presenter.moment().map(Moment::instant).orElse(now));
  }

  private void name(Moment moment, Instant now) {
    String at = Shown.moment(moment.instant(), now, context.zone());
    which.getStyleClass().setAll("label", "strong", "brass");
    which.setText(
        moment instanceof Moment.InSnapshot in
            ? Words.of("moment.asSnapshot", in.snapshot().label(), at)
            : Words.of("moment.asAt", at));
    Tip.on(which, Shown.full(moment.instant(), context.zone()));
  }

  private void words(Moments.MomentStanding standing, Instant now) {
    String states =
        standing.states() == 0
            ? Words.of("moment.noStates")
            : Words.of("moment.state", standing.state(), standing.states());
    if (presenter.moment().isEmpty()) {
      which.setText(Words.of("moment.asNow"));
      more.setText(states);
      return;
    }
    Moment moment = presenter.moment().get();
    name(moment, now);
    String captured =
        standing
            .captured()
            .map(when -> Words.of("moment.captured", Shown.moment(when, now, context.zone())))
            .orElse(Words.of("moment.notCaptured"));
    String saved =
        standing.savedSince() == 0 ? "" : ", " + Words.count("moment.saved", standing.savedSince());
    Tip.on(more, captured + saved);
    more.setText(
        Words.of("time.ago", Shown.since(moment.instant(), now))
            + " · "
            + captured
            + saved
            + " · "
            + states);
  }
}
