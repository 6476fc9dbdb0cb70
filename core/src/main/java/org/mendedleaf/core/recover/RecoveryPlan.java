package org.mendedleaf.core.recover;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.mendedleaf.core.catalog.FileState;
import org.mendedleaf.core.catalog.ReceiptItem;

/**
 * What a recovery was about to do when it began to write, in a file of the desk. If the process
 * dies, the next try reads from it which of the targets were done by the first.
 *
 * <p>The file has one receipt item a line, each with the outcome that was planned.
 */
final class RecoveryPlan {

  private final Path file;

  RecoveryPlan(Path file) {
    this.file = file;
  }

  /**
   * @param kept what stood at targets off the shelf and has been recorded
   */
  void write(List<Step> steps, Map<Path, FileState> kept) throws IOException {
    Path pending = file.resolveSibling(file.getFileName() + ".pending");
    try (BufferedWriter out = Files.newBufferedWriter(pending, StandardCharsets.UTF_8)) {
      for (Step step : steps) {
        out.write(step.item(Optional.ofNullable(kept.get(step.target()))).encode());
        out.newLine();
      }
    }
    Files.move(pending, file, StandardCopyOption.REPLACE_EXISTING);
  }

  /** What was planned; empty if nothing was begun. */
  List<ReceiptItem> read() throws IOException {
    if (!Files.exists(file)) {
      return List.of();
    }
    List<ReceiptItem> items = new ArrayList<>();
    for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
      items.add(ReceiptItem.decode(line));
    }
    return items;
  }

  void end() throws IOException {
    Files.deleteIfExists(file);
  }
}
