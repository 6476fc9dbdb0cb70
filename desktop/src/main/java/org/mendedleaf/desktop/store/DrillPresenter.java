package org.mendedleaf.desktop.store;

import java.util.List;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.drill.DrillCertificate;
import org.mendedleaf.core.drill.DrillCertificate.DrillProof;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;

/** Presents the result of a drill; knows no nodes. For the interface thread. */
final class DrillPresenter {

  private final Context context;
  private final Place.DrillOf of;
  private final ReadOnlyObjectWrapper<DrillCertificate> certificate = new ReadOnlyObjectWrapper<>();

  DrillPresenter(Context context, Place.DrillOf of) {
    this.context = context;
    this.of = of;
  }

  /** Null until it is known. */
  ReadOnlyObjectProperty<DrillCertificate> certificateProperty() {
    return certificate.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(
        () -> context.office().drills().certificate(of.store(), of.act()), certificate::set);
  }

  void open(DrillProof proof) {
    if (proof.file().isPresent()) {
      context.go(
          new Place.OneFile(
              new FileRef(of.store(), proof.file().getAsLong()),
              proof.revision().stream().boxed().findFirst()));
    }
  }

  /** Who drilled, and when. */
  String facts(DrillCertificate found) {
    return found
        .act()
        .map(
            act ->
                Words.of(
                    "drill.facts", act.by(), Shown.moment(act.at(), context.now(), context.zone())))
        .orElse("");
  }

  /** The answer: whether what is recorded comes back. */
  static String answer(DrillCertificate found) {
    int failed = found.failed().size();
    return failed == 0
        ? Words.of("drill.whole", Shown.count(found.figures().sampled()))
        : Words.count("drill.failed", failed, Shown.count(found.figures().sampled()));
  }

  /** What was measured. */
  static List<String> measured(DrillCertificate found) {
    DrillFigures figures = found.figures();
    return List.of(
        Words.of(
            "drill.measured",
            Shown.count(figures.sampled()),
            Shown.count(figures.of()),
            Shown.size(figures.bytes()),
            Shown.count(figures.opened())),
        Words.of("drill.full", Shown.taking(found.fullRecovery())));
  }
}
