package org.mendedleaf.desktop.drawings;

import java.util.List;
import java.util.Optional;

/** The drawing at a place on the life line, where several leaves may stand as one. */
record LeafStanding(LifeLine line, LifeLineLayout.LeafPlaces places) {

  boolean isHeld(LifeLineLayout.PlacedLeaf placed) {
    return line.getLeaves().stream().anyMatch(leaf -> leaf.held() && isAt(placed, leaf.number()));
  }

  boolean isTorn(LifeLineLayout.PlacedLeaf placed) {
    return line.getLeaves().stream().anyMatch(leaf -> leaf.torn() && isAt(placed, leaf.number()));
  }

  boolean isChosen(LifeLineLayout.PlacedLeaf placed) {
    return isAt(placed, line.chosenProperty().get()) || isAt(placed, line.againstProperty().get());
  }

  /** The newest issued revision at a place. */
  Optional<Leaf> issue(LifeLineLayout.PlacedLeaf placed) {
    return line.getLeaves().stream()
        .filter(leaf -> !leaf.issue().isEmpty() && isAt(placed, leaf.number()))
        .reduce((first, last) -> last);
  }

  boolean isAt(LifeLineLayout.PlacedLeaf placed, int chosen) {
    if (placed.bundled() == 1 || chosen == LifeLine.NONE) {
      return placed.leaf().number() == chosen;
    }
    List<LifeLineLayout.PlacedLeaf> all = places.leaves();
    int at = all.indexOf(placed);
    int after = at == 0 ? Integer.MIN_VALUE : all.get(at - 1).leaf().number();
    return chosen <= placed.leaf().number() && chosen > after;
  }
}
