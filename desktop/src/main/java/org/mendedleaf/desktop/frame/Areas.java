package org.mendedleaf.desktop.frame;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.frame.AreaStem.Sprout;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** The areas of the window, the shelves among them, and in which of them a place lies. */
final class Areas {

  private final Navigator navigator;

  Areas(Navigator navigator) {
    this.navigator = navigator;
  }

  List<Sprout> at(Place place, List<Shelf> shelves) {
    List<Sprout> sprouts = new ArrayList<>();
    sprouts.add(area("area.today", place instanceof Place.Today, new Place.Today()));
    sprouts.add(area("area.shelves", place instanceof Place.AllShelves, new Place.AllShelves()));
    Optional<Shelf> on = shelf(place);
    for (Shelf shelf : shelves) {
      boolean here =
          on.filter(one -> one.id() == shelf.id() && one.store().equals(shelf.store())).isPresent();
      Place there = new Place.OneShelf(shelf, InnerPath.ROOT);
      boolean off = shelf.settings().recording() != Recording.ON;
      String name = off ? Words.of("area.off", shelf.name()) : shelf.name();
      sprouts.add(new Sprout(name, true, here, off, () -> navigator.go(there)));
    }
    sprouts.add(area("area.bringIn", place instanceof Place.BringIn, new Place.BringIn()));
    sprouts.add(area("area.tray", isOfTray(place), new Place.OnTray()));
    sprouts.add(
        area(
            "area.lost",
            place instanceof Place.Lost || place instanceof Place.CopyPlaces,
            new Place.Lost()));
    sprouts.add(area("area.plans", isOfPlans(place), new Place.Plans()));
    sprouts.add(area("area.space", place instanceof Place.SpaceOf, new Place.SpaceOf()));
    sprouts.add(area("area.ledger", place instanceof Place.Ledger, new Place.Ledger()));
    return sprouts;
  }

  private Sprout area(String key, boolean here, Place place) {
    return new Sprout(Words.of(key), false, here, false, () -> navigator.go(place));
  }

  private static boolean isOfPlans(Place place) {
    return place instanceof Place.Plans
        || place instanceof Place.PlanOf
        || place instanceof Place.Thinning;
  }

  private static boolean isOfTray(Place place) {
    return place instanceof Place.OnTray
        || place instanceof Place.Rehearsed
        || place instanceof Place.ReceiptOf;
  }

  private static Optional<Shelf> shelf(Place place) {
    if (place instanceof Place.OneShelf one) {
      return Optional.of(one.shelf());
    }
    if (place instanceof Place.ShelfAt at) {
      return Optional.of(at.shelf());
    }
    if (place instanceof Place.Compared compared) {
      return Optional.of(compared.shelf());
    }
    if (place instanceof Place.Gather of) {
      return Optional.of(of.shelf());
    }
    if (place instanceof Place.RecordingOf of) {
      return Optional.of(of.shelf());
    }
    return place instanceof Place.ShelfSnapshots of ? Optional.of(of.shelf()) : Optional.empty();
  }
}
