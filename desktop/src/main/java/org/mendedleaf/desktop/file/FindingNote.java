package org.mendedleaf.desktop.file;

import java.time.Instant;
import java.util.Optional;
import javafx.beans.property.IntegerProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.findings.DoubtfulRevision;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.KeptByFinding;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.FindingWords;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.OpenWords;

/**
 * What is doubtful about a file as it is now, with the two answers there are to it: comparing, and
 * saying that it was meant; and whether a program has it open, which would write over what is
 * mended. Takes no room where nothing is.
 */
final class FindingNote {

  private final Context context;
  private final FilePresenter presenter;
  private final IntegerProperty against;
  private final Label text = Nodes.text("", "rust");
  private final Button compare;
  private final Button meant;
  private final HBox doubt = new HBox(12);
  private final Label open = Nodes.text("", "rust");
  private final VBox node = new VBox(4, doubt, open);
  private int doubtful = FilePresenter.NONE;
  private int good = FilePresenter.NONE;

  FindingNote(Context context, FilePresenter presenter, IntegerProperty against) {
    this.context = context;
    this.presenter = presenter;
    this.against = against;
    compare = Nodes.button("", "", this::compare, "link-like");
    compare.setId("compare-finding");
    meant =
        Nodes.button(Words.of("finding.meant"), "", () -> presenter.meant(doubtful), "link-like");
    meant.setId("meant");
    compare.setMinWidth(Region.USE_PREF_SIZE);
    meant.setMinWidth(Region.USE_PREF_SIZE);
    text.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(text, Priority.ALWAYS);
    doubt.getChildren().setAll(text, compare, meant);
    doubt.setAlignment(Pos.CENTER_LEFT);
    doubt.setId("finding");
    doubt.managedProperty().bind(doubt.visibleProperty());
    doubt.setVisible(false);
    open.setId("open-in");
    open.visibleProperty().bind(open.textProperty().isNotEmpty());
    open.managedProperty().bind(open.visibleProperty());
    node.managedProperty().bind(doubt.visibleProperty().or(open.visibleProperty()));
  }

  Node node() {
    return node;
  }

  void show(FileLife life, KeptFacts kept) {
    Revision newest = life.newest();
    Optional<DoubtfulRevision> found =
        life.findings().isOpen(newest, life.marks(newest))
            ? life.findings().of(newest)
            : Optional.empty();
    context.ask(() -> OpenWords.sentence(context.office().files().openIn(life)), open::setText);
    doubt.setVisible(found.isPresent());
    if (found.isEmpty()) {
      return;
    }
    doubtful = newest.number();
    good = life.findings().lastGood().orElse(FilePresenter.NONE);
    Optional<Revision> lastGood =
        good == FilePresenter.NONE ? Optional.empty() : life.revision(good);
    Optional<Instant> until =
        KeptByFinding.until(
            life, good, Optional.ofNullable(kept.judged().get(good)), context.now());
    Finding first = found.get().findings().get(0);
    text.setText(
        Words.of(
            first.strength().isDamage() ? "finding.file" : "finding.file.worth",
            FilePresenter.numbered(doubtful),
            FindingWords.sentence(
                first, id -> Optional.ofNullable(life.findings().others().get(id))),
            FindingWords.good(lastGood, context)
                + FindingWords.goodUntil(lastGood, until, context)));
    compare.setVisible(good != FilePresenter.NONE);
    compare.setManaged(good != FilePresenter.NONE);
    compare.setText(
        Words.of(
            "finding.compare", FilePresenter.numbered(good), FilePresenter.numbered(doubtful)));
  }

  private void compare() {
    presenter.chosenProperty().set(good);
    against.set(doubtful);
  }
}
