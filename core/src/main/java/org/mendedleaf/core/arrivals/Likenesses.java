package org.mendedleaf.core.arrivals;

import java.io.IOException;
import java.io.OutputStream;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.compare.process.Content;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.likeness.PicturePrint;
import org.mendedleaf.core.likeness.Sketch;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.session.Insides;
import org.mendedleaf.core.store.ContentReader;

/**
 * The features by which recorded contents are recognised; worked out once for each and remembered.
 */
final class Likenesses {

  private final Insides insides;

  Likenesses(Insides insides) {
    this.insides = insides;
  }

  Traits of(Catalogue catalogue, FileState state) throws IOException {
    if (state.content().isEmpty()) {
      return new Traits(
          "inode/symlink", 0, Sketch.EMPTY, Sketch.EMPTY, PicturePrint.NONE, "", Set.of());
    }
    Optional<byte[]> remembered = catalogue.remembered().traits(state.content().get().id());
    Optional<Traits> known =
        remembered.isPresent() ? TraitsFormat.decode(remembered.get()) : Optional.empty();
    if (known.isPresent()) {
      return known.get();
    }
    Traits found = insides.traits(new RecordedContent(state, catalogue.contents()));
    catalogue.remembered().traits(state.content().get().id(), TraitsFormat.encode(found));
    return found;
  }

  private record RecordedContent(FileState state, ContentReader contents) implements Content {
    @Override
    public String name() {
      return state.path().name();
    }

    @Override
    public long size() {
      return state.size();
    }

    @Override
    public void writeFirst(long bytes, OutputStream out) throws IOException {
      contents.copyFirst(state.content().orElseThrow(), bytes, out);
    }
  }
}
