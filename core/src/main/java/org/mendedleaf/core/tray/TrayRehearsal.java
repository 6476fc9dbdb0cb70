package org.mendedleaf.core.tray;

import java.util.List;
import org.mendedleaf.core.place.Step;
import org.mendedleaf.core.recover.Rehearsal;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.Shelf;

/** The outcome of running the tray, before it is run. */
public record TrayRehearsal(Tray tray, List<RehearsalPart> parts) {

  public TrayRehearsal {
    parts = List.copyOf(parts);
  }

  /** The part of a rehearsal that concerns one store, one shelf and one way. */
  public record RehearsalPart(Shelf shelf, Rehearsal rehearsal) {}

  /** A target with the shelf whose file it is about. */
  public record RehearsedStep(Shelf shelf, Step step) {}

  /** Every target, conflicts first. */
  public List<RehearsedStep> lines() {
    return parts.stream()
        .flatMap(
            part ->
                part.rehearsal().steps().stream()
                    .map(step -> new RehearsedStep(part.shelf(), step)))
        .sorted(java.util.Comparator.comparing(line -> !line.step().isConflict()))
        .toList();
  }

  /** Bytes that will be written. */
  public long bytes() {
    return parts.stream().mapToLong(part -> part.rehearsal().bytes()).sum();
  }
}
