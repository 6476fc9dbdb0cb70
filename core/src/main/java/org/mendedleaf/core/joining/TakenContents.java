package org.mendedleaf.core.joining;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.NoSuchFileException;
import java.util.Optional;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.MissingContentException;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.store.format.DamagedContentException;

/**
 * Takes contents over from the other log's sheaves: written anew, so that they lean on nothing that
 * is not here. For one commit and one thread.
 */
final class TakenContents {

  private final ContentReader here;
  private final ContentReader there;
  private final WriteSession session;
  private final ContentWriter writer;

  TakenContents(Catalogue here, OtherLog there, WriteSession session, ContentWriter writer) {
    this.here = here.contents();
    this.there = there.contents();
    this.session = session;
    this.writer = writer;
  }

  /**
   * The same state with a content that is held here from the commit on.
   *
   * @param former the state before, against which it is compressed
   * @return empty if its content can be read in neither place
   */
  Optional<FileState> take(FileState state, Optional<ContentRef> former) throws IOException {
    Optional<ContentRef> content = state.content();
    if (content.isEmpty() || content.get().size() == 0 || isHeld(content.get())) {
      return Optional.of(state);
    }
    try (InputStream in = there.stream(content.get())) {
      ContentRef taken = writer.write(in, former);
      return taken.equals(content.get()) ? Optional.of(state) : Optional.empty();
    } catch (DamagedContentException | MissingContentException | NoSuchFileException e) {
      return Optional.empty();
    }
  }

  private boolean isHeld(ContentRef content) throws IOException {
    try {
      return session.relyOn(here.parts(content));
    } catch (DamagedContentException | MissingContentException | NoSuchFileException e) {
      return false;
    }
  }
}
