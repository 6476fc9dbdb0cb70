package org.mendedleaf.desktop.drawings;

import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import javafx.geometry.VPos;
import javafx.scene.shape.Line;
import javafx.scene.shape.Polygon;
import javafx.scene.shape.Polyline;
import javafx.scene.text.Text;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;

/** Draws an {@link Outlook}. All colours and strokes come from CSS. */
final class OutlookSkin extends DrawingSkin<Outlook> {

  private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMM", Locale.ENGLISH);
  private static final DateTimeFormatter YEAR =
      DateTimeFormatter.ofPattern("MMM uuuu", Locale.ENGLISH);
  private static final double LEFT = 70;
  private static final double RIGHT = 24;
  private static final double PLAIN_TOP = 12;
  private static final double NAMED_TOP = 34;
  private static final double BOTTOM = 26;
  private static final double NARROW = 46;
  private static final double SAMPLE = 28;
  private static final double NAMES = 10;

  private double above = PLAIN_TOP;

  OutlookSkin(Outlook control) {
    super(control, 600, 260, 140);
    redrawOn(control.drawnProperty());
  }

  @Override
  void draw(double width, double height) {
    Outlook.DrawnOutlook drawn = getSkinnable().drawnProperty().get();
    if (!drawn.ways().isEmpty()) {
      above = drawn.ways().size() > 1 ? NAMED_TOP : PLAIN_TOP;
      OutlookLayout layout =
          OutlookLayout.of(
              drawn, Math.max(1, width - LEFT - RIGHT), Math.max(1, height - above - BOTTOM));
      scale(layout);
      months(drawn, layout);
      drawn.ways().forEach(way -> band(way, layout));
      drawn.ways().forEach(way -> line(way, layout));
      drawn.full().ifPresent(bytes -> full(bytes, layout));
      if (drawn.ways().size() > 1) {
        names(drawn);
      }
    }
  }

  private void scale(OutlookLayout layout) {
    List<Long> lines = layout.lines();
    Shown.SizeUnit unit = Shown.SizeUnit.fitting(layout.most());
    for (long bytes : lines) {
      double y = above + layout.y(bytes);
      line(LEFT, y, LEFT + layout.width(), y, "scale-line");
      Text label = add(new Text(unit.number(bytes) + " " + unit.name()), "date-label", VPos.CENTER);
      label.setX(LEFT - 8 - label.getLayoutBounds().getWidth());
      label.setY(y);
    }
  }

  /** The beginnings of months, as many as have room. */
  private void months(Outlook.DrawnOutlook drawn, OutlookLayout layout) {
    ZonedDateTime month =
        layout.from().atZone(drawn.zone()).truncatedTo(ChronoUnit.DAYS).withDayOfMonth(1);
    double free = LEFT;
    for (int i = 0; i < 60; i++) {
      month = month.plusMonths(1);
      Instant at = month.toInstant();
      if (at.isAfter(layout.to())) {
        return;
      }
      double x = LEFT + layout.x(at);
      line(x, above + layout.height(), x, above + layout.height() + 4, "row-line");
      if (x > free) {
        Text label =
            add(
                new Text((month.getMonthValue() == 1 ? YEAR : MONTH).format(month)),
                "date-label",
                VPos.TOP);
        label.setX(x - label.getLayoutBounds().getWidth() / 2);
        label.setY(above + layout.height() + 7);
        free = x + NARROW;
      }
    }
  }

  private void band(Outlook.Way way, OutlookLayout layout) {
    Polygon band = new Polygon();
    for (Outlook.OutlookPoint point : way.points()) {
      band.getPoints().addAll(LEFT + layout.x(point.at()), above + layout.y(point.high()));
    }
    for (int i = way.points().size() - 1; i >= 0; i--) {
      Outlook.OutlookPoint point = way.points().get(i);
      band.getPoints().addAll(LEFT + layout.x(point.at()), above + layout.y(point.low()));
    }
    band.getStyleClass().addAll("band", way.style());
    add(band);
  }

  private void line(Outlook.Way way, OutlookLayout layout) {
    Polyline line = new Polyline();
    for (Outlook.OutlookPoint point : way.points()) {
      line.getPoints().addAll(LEFT + layout.x(point.at()), above + layout.y(point.middle()));
    }
    line.getStyleClass().addAll("way", way.style());
    add(line);
  }

  /** Which line is which, the shelf's own first. */
  private void names(Outlook.DrawnOutlook drawn) {
    double x = LEFT + 12;
    for (int i = drawn.ways().size() - 1; i >= 0; i--) {
      Outlook.Way way = drawn.ways().get(i);
      Line sample = new Line(x, NAMES, x + SAMPLE, NAMES);
      sample.getStyleClass().addAll("way", way.style());
      add(sample);
      Text name = add(new Text(way.name()), "way-name", VPos.CENTER);
      name.setX(x + SAMPLE + 8);
      name.setY(NAMES);
      x += SAMPLE + 8 + name.getLayoutBounds().getWidth() + 26;
    }
  }

  private void full(long bytes, OutlookLayout layout) {
    double y = above + layout.y(bytes);
    line(LEFT, y, LEFT + layout.width(), y, "full-line");
    Text label = add(new Text(Words.of("outlook.full")), "full-label", VPos.BOTTOM);
    label.setX(LEFT + 6);
    label.setY(y - 3);
  }

  private void line(double fromX, double fromY, double toX, double toY, String style) {
    Line line = new Line(fromX, fromY, toX, toY);
    line.getStyleClass().add(style);
    add(line);
  }
}
