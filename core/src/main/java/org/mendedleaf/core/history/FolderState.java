package org.mendedleaf.core.history;

import java.time.Instant;
import java.util.Optional;

/** A folder as it was found; folders have no revisions. */
public record FolderState(InnerPath path, Instant modified, Optional<String> mode) {}
