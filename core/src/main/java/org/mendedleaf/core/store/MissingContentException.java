package org.mendedleaf.core.store;

import java.io.IOException;
import org.mendedleaf.core.store.format.ContentId;

/** A content that the history mentions is in no sheaf of the store. */
public final class MissingContentException extends IOException {
  private static final long serialVersionUID = 1L;

  private final transient ContentId id;

  public MissingContentException(ContentId id) {
    super("The store holds no content " + id.hex() + ".");
    this.id = id;
  }

  public ContentId id() {
    return id;
  }
}
