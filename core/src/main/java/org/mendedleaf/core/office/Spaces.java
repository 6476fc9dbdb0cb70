package org.mendedleaf.core.office;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.space.Cost;
import org.mendedleaf.core.space.Costs;
import org.mendedleaf.core.space.FileCost;
import org.mendedleaf.core.space.StoreSpace;

/**
 * What is recorded costs: by shelf, by file, and what would be free without some of it. Safe for
 * several threads; any method may take long.
 */
public final class Spaces {

  private final Office office;
  private final OpenDesk desk;

  Spaces(Office office, OpenDesk desk) {
    this.office = office;
    this.desk = desk;
  }

  /** Which revisions of a store need which bytes, as of now. */
  public StoreSpace of(String store) throws IOException {
    return desk.store(store).space();
  }

  /** What a shelf costs with its history. */
  public Cost of(Shelf shelf) throws IOException {
    return new Costs(of(shelf.store())).of(use -> use.shelf() == shelf.id());
  }

  /** What a file costs with its history. */
  public Cost of(FileRef file) throws IOException {
    return new Costs(of(file.store())).of(use -> use.file() == file.file());
  }

  /** What some revisions of a file cost: letting go of them frees what is theirs alone. */
  public Cost of(FileRef file, Set<Integer> numbers) throws IOException {
    return new Costs(of(file.store()))
        .of(use -> use.file() == file.file() && numbers.contains(use.number()));
  }

  /** A file that costs something, on its shelf. */
  public record OnShelf(Shelf shelf, FileCost cost) {}

  /** A shelf and what it costs as a whole. */
  public record OfShelf(Shelf shelf, Cost cost, long files, long revisions) {}

  /**
   * What a store costs.
   *
   * @param disk bytes of all that is recorded, about; other bytes of the store are its log, names
   *     and what is out of use
   * @param files every file that was ever recorded there, the dearest histories first
   */
  public record Overview(StoreFacts store, long disk, List<OfShelf> shelves, List<OnShelf> files) {}

  /** What each store costs that can be reached. */
  public List<Overview> overviews() throws IOException {
    List<Overview> overviews = new ArrayList<>();
    for (StoreFacts store : office.stores().known()) {
      if (store.here()) {
        overviews.add(overview(store));
      }
    }
    return overviews;
  }

  private Overview overview(StoreFacts store) throws IOException {
    StoreSpace space = of(store.id());
    Catalogue catalogue = desk.store(store.id()).catalogue();
    Costs costs = new Costs(space);
    List<FileCost> files = costs.files(catalogue.space().files());
    List<OfShelf> shelves = new ArrayList<>();
    List<OnShelf> onShelves = new ArrayList<>();
    for (Shelf shelf : office.shelves().all()) {
      if (shelf.store().equals(store.id())) {
        shelves.add(
            new OfShelf(
                shelf,
                costs.of(use -> use.shelf() == shelf.id()),
                shelf.files(),
                shelf.revisions()));
        for (FileCost file : files) {
          if (file.shelf() == shelf.id()) {
            onShelves.add(new OnShelf(shelf, file));
          }
        }
      }
    }
    onShelves.sort((a, b) -> Long.compare(b.cost().cost().history(), a.cost().cost().history()));
    return new Overview(store, space.all().disk(), shelves, onShelves);
  }
}
