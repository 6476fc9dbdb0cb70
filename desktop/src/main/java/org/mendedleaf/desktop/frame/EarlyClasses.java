package org.mendedleaf.desktop.frame;

import java.util.List;
import java.util.function.Supplier;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Control;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.TreeView;
import org.mendedleaf.desktop.file.FilePage;
import org.mendedleaf.desktop.find.FoundPage;
import org.mendedleaf.desktop.lost.LostPage;
import org.mendedleaf.desktop.moment.MomentPage;
import org.mendedleaf.desktop.moment.SnapshotsPage;
import org.mendedleaf.desktop.shelves.FolderTree;
import org.mendedleaf.desktop.shelves.ShelfPage;
import org.mendedleaf.desktop.tray.ReceiptPage;
import org.mendedleaf.desktop.tray.RehearsalPage;
import org.mendedleaf.desktop.tray.TrayPage;

/**
 * Has the classes of the pages read while somebody looks at the first one. Else each first visit
 * reads hundreds of them on the interface thread, a tenth of a second at a time.
 */
final class EarlyClasses {

  private static final List<Class<?>> PAGES =
      List.of(
          ShelfPage.class,
          FolderTree.class,
          MomentPage.class,
          FilePage.class,
          FoundPage.class,
          LostPage.class,
          SnapshotsPage.class,
          TrayPage.class,
          RehearsalPage.class,
          ReceiptPage.class);

  private static final List<String> SKINS =
      List.of(
          "TableViewSkin",
          "TableRowSkin",
          "TableCellSkin",
          "TableColumnHeader",
          "TreeViewSkin",
          "TreeCellSkin",
          "VirtualFlow",
          "ScrollPaneSkin",
          "ComboBoxListViewSkin",
          "CheckBoxSkin",
          "RadioButtonSkin",
          "HyperlinkSkin",
          "TextFieldSkin",
          "ListViewSkin",
          "ListCellSkin");

  private static final List<Supplier<Control>> CONTROLS =
      List.of(
          () -> {
            TableView<String> table = new TableView<>();
            table.getColumns().add(new TableColumn<>());
            return table;
          },
          TreeView::new,
          CheckBox::new,
          ComboBox::new,
          Hyperlink::new,
          RadioButton::new,
          ScrollPane::new,
          TextField::new);

  private EarlyClasses() {}

  /**
   * Reads them; on any thread but the interface's. Controls may be made anywhere as long as they
   * are in no window.
   *
   * @return how many
   */
  static int read() throws ClassNotFoundException {
    for (Supplier<Control> control : CONTROLS) {
      var unused = control.get();
    }
    ClassLoader loader = EarlyClasses.class.getClassLoader();
    for (Class<?> page : PAGES) {
      var unused = Class.forName(page.getName(), true, loader);
    }
    for (String skin : SKINS) {
      var unused = Class.forName("javafx.scene.control.skin." + skin, true, loader);
    }
    return CONTROLS.size() + PAGES.size() + SKINS.size();
  }
}
