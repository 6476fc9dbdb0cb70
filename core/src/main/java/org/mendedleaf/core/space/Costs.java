package org.mendedleaf.core.space;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import org.mendedleaf.core.catalog.questions.SpaceQuestions.SpaceFile;
import org.mendedleaf.core.catalog.questions.SpaceQuestions.Use;
import org.mendedleaf.core.store.format.ContentId;

/** The space that files and shelves of a store take. Pure; takes as long as there are pieces. */
public final class Costs {

  private final StoreSpace space;

  public Costs(StoreSpace space) {
    this.space = space;
  }

  /** The space that all selected revisions take together, each piece counted once. */
  public Cost of(Predicate<Use> passes) {
    return of(space.uses().stream().filter(passes).toList());
  }

  private Cost of(List<Use> uses) {
    List<ContentId> now = new ArrayList<>();
    List<ContentId> all = new ArrayList<>();
    for (Use use : uses) {
      all.add(use.content().id());
      if (use.current()) {
        now.add(use.content().id());
      }
    }
    long whole = space.of(all).disk();
    long current = space.of(now).disk();
    return new Cost(current, whole - current, Math.min(whole, space.freedBy(all).disk()));
  }

  /** Revisions of one key, weighed together. */
  public record CostOf<K>(K key, int revisions, Cost cost) {}

  /**
   * What the revisions of each key cost together.
   *
   * @param key of a revision; those without are left out
   */
  public <K> List<CostOf<K>> by(Function<Use, Optional<K>> key) {
    Map<K, List<Use>> together = new LinkedHashMap<>();
    for (Use use : space.uses()) {
      key.apply(use)
          .ifPresent(one -> together.computeIfAbsent(one, k -> new ArrayList<>()).add(use));
    }
    List<CostOf<K>> weighed = new ArrayList<>();
    together.forEach((one, uses) -> weighed.add(new CostOf<>(one, uses.size(), of(uses))));
    return weighed;
  }

  /** What each file costs, in the order of the names. */
  public List<FileCost> files(List<SpaceFile> files) {
    Map<Long, List<Use>> byFile = new HashMap<>();
    List<Use> uses = space.uses();
    int from = 0;
    for (int i = 1; i <= uses.size(); i++) {
      if (i == uses.size() || uses.get(i).file() != uses.get(from).file()) {
        byFile.put(uses.get(from).file(), uses.subList(from, i));
        from = i;
      }
    }
    List<FileCost> costs = new ArrayList<>();
    for (SpaceFile one : files) {
      List<Use> of = byFile.getOrDefault(one.file(), List.of());
      long bytes = of.stream().mapToLong(use -> use.content().size()).sum();
      costs.add(
          new FileCost(
              one.shelf(), one.file(), one.path(), one.present(), of.size(), bytes, of(of)));
    }
    return costs;
  }
}
