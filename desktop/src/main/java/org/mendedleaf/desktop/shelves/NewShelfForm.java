package org.mendedleaf.desktop.shelves;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.ReadyPlans;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.session.ShelfPlaces;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.Nodes;
import org.mendedleaf.desktop.work.RoleChoice;
import org.mendedleaf.desktop.work.navigation.Place;

/** Three steps to a protected folder: which folder, where its revisions are kept, go. */
public final class NewShelfForm {

  private final Context context;
  private final TextField folder = new TextField();
  private final TextField store = new TextField();
  private final Label warning = Nodes.text("", "warning");
  private final Label space = Nodes.text("", "soft");
  private final ChoiceBox<Role> others = RoleChoice.of(Role.MAKER, chosen -> {});
  private final CheckBox deposit = new CheckBox(Words.of("new.deposit"));
  private final TextField name = new TextField();
  private final CheckBox later = new CheckBox(Words.of("new.later"));
  private final Button go;
  private final VBox root;

  public NewShelfForm(Context context, Optional<Path> protect) {
    this.context = context;
    folder.setId("folder");
    store.setId("store");
    protect.ifPresent(path -> folder.setText(Shown.path(path)));
    go = Nodes.button(Words.of("new.go"), "", this::protect, "moss");
    go.setId("protect");
    go.disableProperty()
        .bind(
            Bindings.createBooleanBinding(
                () ->
                    (deposit.isSelected() ? name : folder).getText().isBlank()
                        || store.getText().isBlank(),
                deposit.selectedProperty(),
                name.textProperty(),
                folder.textProperty(),
                store.textProperty()));
    folder.textProperty().addListener((p, a, b) -> look());
    store.textProperty().addListener((p, a, b) -> look());
    root =
        new VBox(
            18,
            step("1", "new.folder", "new.folder.why", chooser(folder), deposit, name),
            step("2", "new.store", "new.store.why", chooser(store), space, warning),
            step("3", "new.people", "new.people.why", others),
            step("4", "new.record", "new.record.why", later, go));
    deposit.setId("deposit");
    name.setId("shelf-name");
    name.setPromptText(Words.of("new.deposit.name"));
    name.setMaxWidth(330);
    show(name, false);
    deposit.selectedProperty().addListener((property, before, now) -> asDeposit(now));
    others.setId("others");
    later.setId("later");
    later
        .selectedProperty()
        .addListener(
            (property, before, now) -> go.setText(Words.of(now ? "new.go.later" : "new.go")));
    suggestStore();
    look();
  }

  public Node node() {
    return root;
  }

  public Node firstFocus() {
    return folder.getText().isBlank() ? folder : store;
  }

  private void asDeposit(boolean now) {
    show(name, now);
    folder.setDisable(now);
    show(later, !now);
    go.setText(Words.of(now || later.isSelected() ? "new.go.later" : "new.go"));
    if (now) {
      name.requestFocus();
    }
  }

  private static Node step(String number, String title, String why, Node... fields) {
    Label leaf = Nodes.label(number, "step-number");
    VBox text =
        new VBox(6, Nodes.label(Words.of(title), "strong"), Nodes.text(Words.of(why), "soft"));
    text.getChildren().addAll(fields);
    HBox.setHgrow(text, Priority.ALWAYS);
    return new HBox(16, leaf, text);
  }

  private Node chooser(TextField field) {
    Button choose =
        Nodes.button(
            Words.of("new.choose"),
            "",
            () -> {
              Path present = Shown.pathWritten(field.getText());
              context
                  .background()
                  .ask(
                      () -> !field.getText().isBlank() && Files.isDirectory(present),
                      isFolder -> choose(field, isFolder ? present.toFile() : null),
                      context.navigator()::complain);
            });
    HBox.setHgrow(field, Priority.ALWAYS);
    return new HBox(8, field, choose);
  }

  /**
   * @param begin where to begin, or null
   */
  private void choose(TextField field, File begin) {
    DirectoryChooser chooser = new DirectoryChooser();
    chooser.setInitialDirectory(begin);
    File chosen = chooser.showDialog(root.getScene().getWindow());
    if (chosen != null) {
      field.setText(Shown.path(chosen.toPath()));
    }
  }

  /** A store that is known already is the likely place for the next shelf. */
  private void suggestStore() {
    context
        .background()
        .ask(
            () -> context.office().stores().known(),
            (List<StoreFacts> stores) -> {
              if (store.getText().isBlank()) {
                stores.stream()
                    .filter(StoreFacts::here)
                    .findFirst()
                    .ifPresent(known -> store.setText(Shown.path(known.folder())));
              }
            },
            context.navigator()::complain);
  }

  private void look() {
    String protect = folder.getText().strip();
    String keep = store.getText().strip();
    warning.setText("");
    space.setText("");
    show(warning, false);
    show(space, false);
    if (keep.isEmpty()) {
      return;
    }
    context
        .background()
        .ask(
            () -> DriveOutlook.of(protect, Shown.pathWritten(keep)),
            outlook -> {
              if (keep.equals(store.getText().strip())) {
                space.setText(Words.of("new.free", Shown.size(outlook.free())));
                show(space, true);
                warning.setText(outlook.sameDrive() ? Words.of("new.sameDrive") : "");
                show(warning, outlook.sameDrive());
              }
            },
            problem -> show(space, false));
  }

  private static void show(Node node, boolean visible) {
    node.setVisible(visible);
    node.setManaged(visible);
  }

  private record DriveOutlook(long free, boolean sameDrive) {
    static DriveOutlook of(String folder, Path store) throws Exception {
      Path existing = store.toAbsolutePath();
      while (!Files.exists(existing)) {
        existing = existing.getParent();
      }
      long free = Files.getFileStore(existing).getUsableSpace();
      return new DriveOutlook(
          free, !folder.isEmpty() && ShelfPlaces.sameDrive(Shown.pathWritten(folder), store));
    }
  }

  private void protect() {
    if (deposit.isSelected()) {
      makeDeposit();
      return;
    }
    Path protect = Shown.pathWritten(folder.getText());
    Path keep = Shown.pathWritten(store.getText());
    Role role = others.getValue();
    Recording recording = later.isSelected() ? Recording.NOT_YET : Recording.ON;
    context
        .background()
        .ask(
            () -> add(context.office(), protect, keep, role, recording),
            shelf -> {
              context.navigator().go(new Place.OneShelf(shelf, InnerPath.ROOT));
              if (recording == Recording.ON) {
                new Captures(context).capture(shelf);
              }
            },
            context.navigator()::complain);
  }

  private void makeDeposit() {
    Path keep = Shown.pathWritten(store.getText());
    String called = name.getText();
    Role role = others.getValue();
    context
        .background()
        .ask(
            () -> {
              Office office = context.office();
              if (!Files.exists(keep.resolve("store.json"))) {
                office.stores().make(keep);
              }
              People people = new People(Map.of(office.settings().person(), Role.KEEPER), role);
              return office.shelves().addDeposit(keep, called, people);
            },
            shelf -> context.navigator().go(new Place.OneShelf(shelf, InnerPath.ROOT)),
            context.navigator()::complain);
  }

  /** Whoever makes a shelf keeps it. */
  private static Shelf add(Office office, Path folder, Path store, Role others, Recording recording)
      throws Exception {
    if (!Files.exists(store.resolve("store.json"))) {
      ShelfPlaces.requireApart(folder, store);
      office.stores().make(store);
    }
    People people = new People(Map.of(office.settings().person(), Role.KEEPER), others);
    NamedPlan plan = ReadyPlans.firstChoice(office.settings().zone(), DayOfWeek.MONDAY);
    return office
        .shelves()
        .add(folder, store, Optional.empty(), people, recording, Optional.of(plan));
  }
}
