package org.mendedleaf.standin.keep;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A file with its states, as it was when it was asked for.
 *
 * @param id stays when it is moved or removed
 * @param path where it lies, or lay when it was removed
 * @param states the oldest first; never none
 * @param lastNumber that a state was ever given
 * @param removed if it was removed and can be brought back
 */
public record KeptFile(
    String id, String path, List<KeptState> states, int lastNumber, @Nullable Removed removed) {

  /**
   * That a file was removed.
   *
   * @param at milliseconds since 1970
   */
  public record Removed(long at, @Nullable String who) {}

  public KeptFile {
    states = List.copyOf(states);
  }

  public KeptState newest() {
    return states.get(states.size() - 1);
  }

  public Optional<KeptState> state(String stateId) {
    return states.stream().filter(one -> one.id().equals(stateId)).findFirst();
  }

  KeptFile with(List<KeptState> others) {
    return new KeptFile(id, path, others, lastNumber, removed);
  }

  /** With one state instead of that of the same id. */
  KeptFile with(KeptState other) {
    return with(states.stream().map(one -> one.id().equals(other.id()) ? other : one).toList());
  }

  KeptFile plus(KeptState newest) {
    List<KeptState> all = new ArrayList<>(states);
    all.add(newest);
    return new KeptFile(id, path, all, newest.number(), removed);
  }

  KeptFile without(String stateId) {
    return with(states.stream().filter(one -> !one.id().equals(stateId)).toList());
  }

  KeptFile at(String other) {
    return new KeptFile(id, other, states, lastNumber, removed);
  }

  KeptFile as(@Nullable Removed other) {
    return new KeptFile(id, path, states, lastNumber, other);
  }
}
