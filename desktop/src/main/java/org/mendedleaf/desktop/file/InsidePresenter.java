package org.mendedleaf.desktop.file;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.compare.process.Look;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.desktop.work.Context;

/**
 * Presents the inside of the chosen revision of a file. Properties change on the interface thread.
 */
final class InsidePresenter {

  private final Context context;
  private final FileRef ref;
  private final Supplier<Optional<Revision>> chosen;
  private final ReadOnlyObjectWrapper<LookInside> inside = new ReadOnlyObjectWrapper<>();
  private final Map<ContentId, ContentId> hashes = new HashMap<>();
  private int page;

  InsidePresenter(Context context, FileRef ref, Supplier<Optional<Revision>> chosen) {
    this.context = context;
    this.ref = ref;
    this.chosen = chosen;
  }

  /**
   * The inside of the chosen revision.
   *
   * @param sha256 of its bytes; empty for a link, and for a large content that nobody asked for
   */
  record LookInside(Revision revision, Look look, Optional<ContentId> sha256) {}

  /** Null while that is being found out. */
  ReadOnlyObjectProperty<LookInside> insideProperty() {
    return inside.getReadOnlyProperty();
  }

  /** Turns to another page of what is inside, from 0. */
  void turnTo(int wantedPage) {
    page = wantedPage;
    lookInside();
  }

  private void lookInside() {
    inside.set(null);
    int wantedPage = page;
    Optional<Revision> revision = chosen.get();
    if (revision.isEmpty()) {
      return;
    }
    Revision wanted = revision.get();
    context.ask(
        () -> {
          Look look = context.office().files().look(ref, wanted, wantedPage);
          return new LookInside(wanted, look, knownHash(wanted));
        },
        found -> {
          if (isChosen(found.revision()) && wantedPage == page) {
            inside.set(found);
          }
        });
  }

  private boolean isChosen(Revision revision) {
    return chosen.get().filter(one -> one.number() == revision.number()).isPresent();
  }

  /**
   * The SHA-256 of the content: a small content is stored under it, a large one has to be read for
   * it.
   */
  private Optional<ContentId> knownHash(Revision revision) {
    Optional<ContentRef> content = revision.state().content();
    return content.isPresent() && content.get().levels() == 0
        ? content.map(ContentRef::id)
        : content.map(ContentRef::id).map(hashes::get);
  }

  /** Reads the whole content, because somebody wants to know. */
  void workOutHash(Revision revision) {
    ContentRef content = revision.state().content().orElseThrow();
    context.ask(
        () -> context.office().files().contents(ref.store()).sha256(content),
        hash -> {
          hashes.put(content.id(), hash);
          LookInside shown = inside.get();
          if (shown != null && shown.revision().equals(revision)) {
            inside.set(new LookInside(revision, shown.look(), Optional.of(hash)));
          }
        });
  }
}
