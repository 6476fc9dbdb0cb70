package org.mendedleaf.core.store;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.mendedleaf.core.drive.Access;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.store.format.Compression;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoreLayout;
import org.mendedleaf.core.store.format.StoredRecord;
import org.mendedleaf.core.store.log.SegmentLog;

/**
 * Everything that a store's files hold, decoded: for tests that look for what must not be there.
 */
public final class StoredText {

  private StoredText() {}

  /** All plain bytes of all records that lean on nothing, and all lines of the log. */
  public static String of(Path root) throws IOException {
    StringBuilder text = new StringBuilder();
    try (Stream<Path> files = Files.walk(root.resolve("sheaves"))) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        SheafId id = new SheafId(file.getFileName().toString().replace(".sheaf", ""));
        try (SheafReader reader = new SheafReader(root, id, file, null)) {
          for (SheafFormat.Extent extent : reader.extents()) {
            StoredRecord record = reader.record(extent.offset(), extent.length());
            if (record.bases().isEmpty()) {
              byte[] plain =
                  Compression.expand(
                      record.codec(), record.payload(), record.plainLength(), new byte[0], "test");
              text.append(new String(plain, StandardCharsets.UTF_8)).append('\n');
            }
          }
        }
      }
    }
    SegmentLog log =
        new SegmentLog(
            new StoreLayout(root, Access.OWNER),
            Places.UNFORCED.at(root),
            new java.util.Random(1),
            null);
    for (long number = 0; log.read(number).isPresent(); number++) {
      List<String> lines = log.read(number).orElseThrow().lines();
      lines.forEach(line -> text.append(line).append('\n'));
    }
    return text.toString();
  }
}
