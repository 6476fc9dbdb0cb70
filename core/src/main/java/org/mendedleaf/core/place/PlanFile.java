package org.mendedleaf.core.place;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.ReceiptItem;

/**
 * What a run was about to do when it began to write, in a file of the desk. If the process dies,
 * the next try reads from it which of the targets were done by the first.
 *
 * <p>The file has one receipt item a line, each with the outcome that was planned.
 */
public final class PlanFile {

  private final DeskFile file;

  public PlanFile(Path file) {
    this.file = DeskFile.at(file);
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
    file.write(lines.toString());
  }

  /** What was planned; empty if nothing was begun, or nobody can tell any more. */
  List<ReceiptItem> read() throws IOException {
    try {
      return file.read(PlanFile::parse).orElse(List.of());
    } catch (DamagedDeskFileException e) {
      // Without it the run begins anew, and finds what was done to be there already.
      return List.of();
    }
  }

  private static List<ReceiptItem> parse(String text) {
    List<ReceiptItem> items = new ArrayList<>();
    text.lines().filter(line -> !line.isBlank()).map(ReceiptItem::decode).forEach(items::add);
    return items;
  }

  void end() throws IOException {
    file.delete();
  }
}
