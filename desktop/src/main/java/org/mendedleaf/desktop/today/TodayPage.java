package org.mendedleaf.desktop.today;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.navigation.StackedPage;

/**
 * The matters that need a person today, each with the one step that leads on, and what has happened
 * since yesterday.
 */
public final class TodayPage extends StackedPage {

  private final Context context;
  private final Consumer<Integer> counted;
  private final VBox needs = new VBox();
  private final VBox happened = new VBox();
  private final Label facts = Nodes.label("", "soft");
  private final QuietLine quiet;
  private final ScrollPane scroll;
  private final TodayPresenter presenter;

  /**
   * @param counted hears how many matters there are
   */
  public TodayPage(Context context, Consumer<Integer> counted) {
    this.context = context;
    this.counted = counted;
    this.quiet = new QuietLine(context);
    needs.setId("matters");
    happened.setId("happened");
    VBox sheets =
        new VBox(
            12,
            sheet(Nodes.label(Words.of("today.needs"), "sheet-head"), needs),
            sheet(Nodes.label(Words.of("today.happened"), "sheet-head"), happened),
            quiet.node());
    scroll = new ScrollPane(sheets);
    scroll.setFitToWidth(true);
    focusFirst(scroll);
    stack(
        12,
        Nodes.row(Nodes.titled(Nodes.label(Words.of("area.today"), "title"), facts)),
        growing(scroll));
    presenter = new TodayPresenter(context);
    presenter.linesProperty().addListener((property, before, now) -> show(now));
  }

  private static Node sheet(Node... parts) {
    VBox sheet = new VBox(6, parts);
    sheet.getStyleClass().addAll("sheet", "padded");
    return sheet;
  }

  @Override
  public void refresh() {
    presenter.refresh();
    quiet.refresh();
  }

  private void show(TodayPresenter.TodayLines now) {
    counted.accept(now.needs().size());
    // Of a whole day seconds are too much.
    facts.setText(Shown.full(now.at(), context.zone()).replaceFirst(":\\d\\d$", ""));
    show(needs, now.needs(), "today.nothing");
    show(happened, now.happened(), "today.quiet");
  }

  private static void show(VBox sheet, List<TodayPresenter.TodayLine> lines, String ifNone) {
    sheet
        .getChildren()
        .setAll(
            lines.isEmpty()
                ? List.of(Nodes.text(Words.of(ifNone), "soft"))
                : lines.stream().map(TodayPage::line).toList());
  }

  private static Node line(TodayPresenter.TodayLine of) {
    Label text = Nodes.text(of.words(), of.style());
    text.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(text, Priority.ALWAYS);
    HBox line = new HBox(12, text);
    for (TodayPresenter.TodayStep step : of.steps()) {
      Button button = Nodes.button(step.act(), "", step.step(), "link-like");
      button.setMinWidth(Region.USE_PREF_SIZE);
      line.getChildren().add(button);
    }
    line.setAlignment(Pos.CENTER_LEFT);
    line.getStyleClass().add("rule-line");
    return line;
  }
}
