package org.mendedleaf.core.recover;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The mending tray: what has been gathered for recovery, from any shelf, moment and source.
 *
 * @param entries in the order in which they were picked
 * @param handling of every entry that has none of its own
 */
public record Tray(List<Entry> entries, Handling handling) {

  public Tray {
    entries = List.copyOf(entries);
  }

  /**
   * A pick with the shelf that it is from.
   *
   * @param store id of the store
   * @param own how this one is recovered, if differently from the rest
   */
  public record Entry(String store, long shelf, Pick pick, Optional<Handling> own) {

    public Entry(String store, long shelf, Pick pick) {
      this(store, shelf, pick, Optional.empty());
    }
  }

  /** The part of a tray that concerns one store, one shelf and one way. */
  public record TrayPart(String store, RecoveryOrder order) {}

  /** The tray as orders, in the order of their first picks. */
  public List<TrayPart> parts() {
    Map<TrayPart, List<Pick>> picks = new LinkedHashMap<>();
    for (Entry entry : entries) {
      Handling how = entry.own().orElse(handling);
      TrayPart key = new TrayPart(entry.store(), new RecoveryOrder(entry.shelf(), List.of(), how));
      picks.computeIfAbsent(key, part -> new ArrayList<>()).add(entry.pick());
    }
    return picks.entrySet().stream()
        .map(
            part ->
                new TrayPart(
                    part.getKey().store(),
                    new RecoveryOrder(
                        part.getKey().order().shelf(),
                        part.getValue(),
                        part.getKey().order().handling())))
        .toList();
  }
}
