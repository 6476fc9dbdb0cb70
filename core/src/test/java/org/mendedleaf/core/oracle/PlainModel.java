package org.mendedleaf.core.oracle;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.format.ContentId;

/**
 * The oracle: a plain copy of what a folder held at every moment that was captured, compared by
 * hash with what the office says it held. It knows nothing of chunks, logs or identities.
 */
public final class PlainModel {

  private final Path folder;
  private final Map<Instant, SortedMap<InnerPath, String>> moments = new LinkedHashMap<>();

  public PlainModel(Path folder) {
    this.folder = folder;
  }

  /** Notes what the folder holds now as its state at this moment. */
  public void captured(Instant moment) {
    moments.put(moment, contents());
  }

  /** Every file below the folder with the SHA-256 of its bytes; links with their target. */
  public SortedMap<InnerPath, String> contents() {
    SortedMap<InnerPath, String> now = new TreeMap<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.toList()) {
        if (Files.isSymbolicLink(file)) {
          now.put(ShelfPaths.inner(folder, file), "-> " + Files.readSymbolicLink(file));
        } else if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
          now.put(ShelfPaths.inner(folder, file), hash(Files.readAllBytes(file)));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return now;
  }

  /** Compares every moment with what the office says, content by content. */
  public void assertAgrees(Office office, Shelf shelf) throws IOException {
    for (Map.Entry<Instant, SortedMap<InnerPath, String>> moment : moments.entrySet()) {
      assertThat(asRecorded(office, shelf, moment.getKey()))
          .as("the shelf at %s", moment.getKey())
          .isEqualTo(moment.getValue());
    }
  }

  /** The moments in the order in which they were captured. */
  public List<Instant> moments() {
    return new ArrayList<>(moments.keySet());
  }

  /** What the folder held at one of the captured moments. */
  public SortedMap<InnerPath, String> at(Instant moment) {
    return moments.get(moment);
  }

  private static SortedMap<InnerPath, String> asRecorded(Office office, Shelf shelf, Instant at)
      throws IOException {
    SortedMap<InnerPath, String> recorded = new TreeMap<>();
    for (TreeEntry entry : office.moments().tree(shelf, InnerPath.ROOT, new Moment.At(at))) {
      if (entry.kind() == TreeEntry.EntryKind.LINK) {
        recorded.put(entry.path(), "-> " + entry.link().orElseThrow());
      } else if (entry.kind() == TreeEntry.EntryKind.FILE) {
        byte[] bytes = office.files().contents(shelf.store()).bytes(entry.content().orElseThrow());
        recorded.put(entry.path(), hash(bytes));
      }
    }
    return recorded;
  }

  private static String hash(byte[] bytes) {
    return ContentId.hash(bytes, 0, bytes.length).hex();
  }
}
