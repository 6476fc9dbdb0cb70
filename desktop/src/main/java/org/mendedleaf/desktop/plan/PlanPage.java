package org.mendedleaf.desktop.plan;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.Action;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/** A shelf's care plan: what is kept and why, and how far back one could go under it. */
public final class PlanPage extends StackedPage {

  private final Context context;
  private final Shelf shelf;
  private final PlanPresenter presenter;
  private final PlanForm form;
  private final PlanOutcome outcome;
  private final Label facts = Nodes.label("", "soft");
  private final Button use;
  private final Button todays;

  public PlanPage(Context context, Place.PlanOf place) {
    this.context = context;
    this.shelf = place.shelf();
    this.presenter = new PlanPresenter(context, shelf);
    this.form = new PlanForm(context, shelf, presenter);
    this.outcome = new PlanOutcome(context, shelf, presenter);
    use = Nodes.button(Words.of("plan.use"), "Ctrl+Enter", presenter::use, "moss");
    use.setId("use-plan");
    todays = Nodes.button(Words.of("plan.todays"), "", presenter::keepTodays);
    todays.setId("todays-plan");
    HBox main = new HBox(12, form.node(), outcome.node());
    Label title = Nodes.label(shelf.name(), "title");
    focusFirst(form.firstFocus());
    stack(8, crumbs(), Nodes.row(Nodes.titled(title, facts), todays, use), growing(main));
    node().addEventHandler(KeyEvent.KEY_PRESSED, this::onKey);
    presenter.knownProperty().addListener((property, before, known) -> show(known));
    presenter.draftProperty().addListener((property, before, draft) -> showButtons());
    presenter.outlookProperty().addListener((property, before, outlook) -> show(outlook));
  }

  private Node crumbs() {
    HBox way = Nodes.crumbs();
    way.getChildren().add(Nodes.crumb(Words.of("area.plans"), () -> context.go(new Place.Plans())));
    return way;
  }

  @Override
  public void refresh() {
    presenter.refresh();
  }

  @Override
  public List<Action> actions() {
    return List.of(
        Action.of("plan.use", "Shortcut+Enter", presenter::use),
        Action.of("plan.thin", "Shortcut+T", () -> context.go(new Place.Thinning(shelf))),
        Action.of("plan.outlook", "Shortcut+Y", () -> context.go(new Place.Outlook(shelf))),
        Action.of(
            "shelf.recordingAndPeople",
            "Shortcut+U",
            () -> context.go(new Place.RecordingOf(shelf))));
  }

  private void onKey(KeyEvent event) {
    // Where nothing is changed, the window goes back.
    if (event.getCode() == KeyCode.ESCAPE && presenter.isChanged()) {
      presenter.keepTodays();
      event.consume();
    }
  }

  private void show(PlanPresenter.PlannedShelf known) {
    form.show(known);
    outcome.show(known);
    String plan =
        known
            .own()
            .map(own -> Words.of("plan.is", own.name()))
            .orElseGet(() -> Words.of("plan.isNone"));
    String sharing =
        known.sharing().isEmpty()
            ? ""
            : " · " + Words.of("plan.sharedWith", PlanForm.names(known.sharing()));
    facts.setText(plan + sharing);
    showButtons();
  }

  private void show(PlanPresenter.PlanOutlook outlook) {
    showButtons();
    outcome.show(outlook);
    if (outlook != null) {
      form.show(outlook);
    }
  }

  private void showButtons() {
    boolean may =
        presenter.knownProperty().get() != null && presenter.knownProperty().get().mayPlan();
    use.setDisable(!may || presenter.outlookProperty().get() == null || !presenter.isChanged());
    todays.setDisable(!presenter.isChanged());
  }
}
