package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SealedText;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.seal.DataKey;

/**
 * The plan of a run, written to a file of the desk before the run begins to write. If the process
 * dies, the next try reads from it which of the targets were done by the first.
 *
 * <p>The file has one receipt item a line, each with the outcome that was planned; where the store
 * is encrypted it is sealed with its key.
 */
public final class PlanFile {

  private final DeskFile file;
  private final String store;
  private final Optional<DataKey> key;

  /**
   * @param store whose states are put into place
   * @param key of that store, if it is encrypted
   */
  public PlanFile(Path file, String store, Optional<DataKey> key) {
    this.file = DeskFile.at(file);
    this.store = store;
    this.key = key;
  }

  /**
   * @param kept what stood at targets off the shelf and has been recorded
   */
  void write(List<Step> steps, Map<Path, Recorded> kept) throws IOException {
    StringBuilder lines = new StringBuilder();
    for (Step step : steps) {
      Optional<FileState> before =
          Optional.ofNullable(kept.get(step.target())).flatMap(Recorded::state);
      lines.append(step.item(before).encode()).append('\n');
    }
    String text = lines.toString();
    file.write(key.map(one -> SealedText.seal(store, one, text)).orElse(text));
  }

  /** What was planned; empty if nothing was begun, or nobody can tell any more. */
  List<ReceiptItem> read() throws IOException {
    try {
      return file.read(this::parse).orElse(List.of());
    } catch (DamagedDeskFileException e) {
      // Without it the run begins anew, and finds what was done to be there already.
      return List.of();
    }
  }

  private List<ReceiptItem> parse(String kept) {
    String text = key.flatMap(one -> SealedText.open(one, kept)).orElse(kept);
    List<ReceiptItem> items = new ArrayList<>();
    text.lines().filter(line -> !line.isBlank()).map(ReceiptItem::decode).forEach(items::add);
    return items;
  }

  void end() throws IOException {
    file.delete();
  }
}
