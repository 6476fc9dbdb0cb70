package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.questions.SpaceQuestions;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.shelves.Shelves;
import org.mendedleaf.core.space.Cost;
import org.mendedleaf.core.space.Costs;
import org.mendedleaf.core.space.FileCost;
import org.mendedleaf.core.space.StoreSpace;
import org.mendedleaf.core.stores.StoreFacts;
import org.mendedleaf.core.stores.Stores;

/**
 * The space that recorded revisions take: by shelf, by file, and what would be freed without some
 * of them. Safe for several threads; any method may take long.
 */
public final class Spaces {

  private final Stores stores;
  private final Shelves shelves;
  private final OpenDesk desk;

  public Spaces(Stores stores, Shelves shelves, OpenDesk desk) {
    this.stores = stores;
    this.shelves = shelves;
    this.desk = desk;
  }

  /** The bytes that each revision of a store needs, as of now. */
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
  public record ShelfSpace(Shelf shelf, FileCost cost) {}

  /** A shelf and what it costs as a whole. */
  public record OfShelf(Shelf shelf, Cost cost, long files, long revisions) {}

  /**
   * The space that a store takes.
   *
   * @param disk bytes of all that is recorded, about; other bytes of the store are its log, names
   *     and what is out of use
   * @param files every file that was ever recorded there, the dearest histories first
   */
  public record Overview(
      StoreFacts store, long disk, List<OfShelf> shelves, List<ShelfSpace> files) {}

  /** The space that each reachable store takes. */
  public List<Overview> overviews() throws IOException {
    List<Overview> overviews = new ArrayList<>();
    for (StoreFacts store : stores.known()) {
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
    List<ShelfSpace> onShelves = new ArrayList<>();
    for (Shelf shelf : this.shelves.all()) {
      if (shelf.store().equals(store.id())) {
        shelves.add(
            new OfShelf(
                shelf,
                costs.of(use -> use.shelf() == shelf.id()),
                shelf.files(),
                shelf.revisions()));
        for (FileCost file : files) {
          if (file.shelf() == shelf.id()) {
            onShelves.add(new ShelfSpace(shelf, file));
          }
        }
      }
    }
    onShelves.sort((a, b) -> Long.compare(b.cost().cost().history(), a.cost().cost().history()));
    return new Overview(store, space.all().disk(), shelves, onShelves);
  }

  /** What files of a store cost together, each piece counted once. */
  public Cost of(String store, Set<Long> files) throws IOException {
    return new Costs(of(store)).of(use -> files.contains(use.file()));
  }

  /** By what costs are put together. */
  public enum Grouping {
    FILE,
    FOLDER,
    KIND,
    SHELF
  }

  /**
   * Files that are weighed together.
   *
   * @param shelf on which they are; empty where they are of several
   * @param folder in which they are; empty where they are of several
   */
  public record Group(
      String store,
      String name,
      Optional<Shelf> shelf,
      Optional<InnerPath> folder,
      List<Long> files,
      int revisions,
      Cost cost) {
    public Group {
      files = List.copyOf(files);
    }
  }

  private record GroupKey(String name, Optional<Shelf> shelf, Optional<InnerPath> folder) {}

  /**
   * The space that all stores take.
   *
   * @param stores that can be reached, with the bytes of what is recorded in them, about
   * @param groups the dearest histories first
   * @param isNew whether nothing was recorded since it was counted
   */
  public record Sum(Map<StoreFacts, Long> stores, List<Group> groups, boolean isNew) {}

  /** Counts anew, and remembers what each file costs. */
  public Sum count(Grouping by) throws IOException {
    Map<StoreFacts, Long> stores = new LinkedHashMap<>();
    List<Group> groups = new ArrayList<>();
    for (StoreFacts store : this.stores.known()) {
      if (store.here()) {
        StoreSpace space = of(store.id());
        List<Group> of = groups(store.id(), by);
        stores.put(store, space.all().disk());
        groups.addAll(of);
        if (by == Grouping.FILE) {
          remember(store.id(), space, of);
        }
      }
    }
    sort(groups);
    return new Sum(stores, groups, true);
  }

  private static void sort(List<Group> groups) {
    groups.sort((a, b) -> Long.compare(b.cost().history(), a.cost().history()));
  }

  private void remember(String store, StoreSpace space, List<Group> files) throws IOException {
    Catalogue catalogue = desk.store(store).catalogue();
    List<SpaceQuestions.CountedFile> counted = new ArrayList<>();
    for (Group one : files) {
      Cost cost = one.cost();
      counted.add(
          new SpaceQuestions.CountedFile(
              one.files().get(0), one.revisions(), cost.current(), cost.history(), cost.alone()));
    }
    catalogue
        .remembered()
        .count(new SpaceQuestions.Count(space.commit(), space.all().disk(), counted));
  }

  /** Counts what was never counted, so that there is something to show at once. */
  public void countFirst() throws IOException {
    if (counted().isEmpty()) {
      var unused = count(Grouping.FILE);
    }
  }

  /** What each file cost when it was counted last, which is known at once; empty if never. */
  public Optional<Sum> counted() throws IOException {
    Map<StoreFacts, Long> stores = new LinkedHashMap<>();
    List<Group> groups = new ArrayList<>();
    boolean isNew = true;
    for (StoreFacts store : this.stores.known()) {
      if (!store.here()) {
        continue;
      }
      Catalogue catalogue = desk.store(store.id()).catalogue();
      catalogue.catchUp();
      Optional<SpaceQuestions.Count> count = catalogue.space().counted();
      if (count.isEmpty()) {
        return Optional.empty();
      }
      isNew &= count.get().commit() == catalogue.commits();
      stores.put(store, count.get().disk());
      Map<Long, SpaceQuestions.CountedFile> byFile = new HashMap<>();
      count.get().files().forEach(one -> byFile.put(one.file(), one));
      Map<Long, Shelf> shelves = shelves(store.id());
      for (SpaceQuestions.SpaceFile file : catalogue.space().files()) {
        SpaceQuestions.CountedFile one = byFile.get(file.file());
        Shelf shelf = shelves.get(file.shelf());
        if (one != null && shelf != null) {
          groups.add(
              new Group(
                  store.id(),
                  key(shelf, file, Grouping.FILE).name(),
                  Optional.of(shelf),
                  Optional.of(file.path().folder()),
                  List.of(file.file()),
                  one.revisions(),
                  new Cost(one.current(), one.history(), one.alone())));
        }
      }
    }
    sort(groups);
    return Optional.of(new Sum(stores, groups, isNew));
  }

  private Map<Long, Shelf> shelves(String store) throws IOException {
    Map<Long, Shelf> shelves = new HashMap<>();
    for (Shelf shelf : this.shelves.all()) {
      if (shelf.store().equals(store)) {
        shelves.put(shelf.id(), shelf);
      }
    }
    return shelves;
  }

  private List<Group> groups(String store, Grouping by) throws IOException {
    Map<Long, Shelf> shelves = shelves(store);
    Map<GroupKey, List<Long>> files = new LinkedHashMap<>();
    Map<Long, GroupKey> keys = new HashMap<>();
    for (SpaceQuestions.SpaceFile file : desk.store(store).catalogue().space().files()) {
      Shelf shelf = shelves.get(file.shelf());
      if (shelf != null) {
        GroupKey key = key(shelf, file, by);
        keys.put(file.file(), key);
        files.computeIfAbsent(key, one -> new ArrayList<>()).add(file.file());
      }
    }
    List<Group> groups = new ArrayList<>();
    for (Costs.CostOf<GroupKey> one :
        new Costs(of(store)).by(use -> Optional.ofNullable(keys.get(use.file())))) {
      groups.add(
          new Group(
              store,
              one.key().name(),
              one.key().shelf(),
              one.key().folder(),
              Objects.requireNonNull(files.get(one.key())),
              one.revisions(),
              one.cost()));
    }
    return groups;
  }

  private static GroupKey key(Shelf shelf, SpaceQuestions.SpaceFile file, Grouping by) {
    InnerPath folder = file.path().folder();
    return switch (by) {
      case FILE ->
          new GroupKey(
              shelf.name() + " / " + file.path().shown() + (file.present() ? "" : " (removed)"),
              Optional.of(shelf),
              Optional.of(folder));
      case FOLDER ->
          new GroupKey(
              folder.isRoot() ? shelf.name() : shelf.name() + " / " + folder.shown(),
              Optional.of(shelf),
              Optional.of(folder));
      case KIND -> new GroupKey(ending(file.path().name()), Optional.empty(), Optional.empty());
      case SHELF -> new GroupKey(shelf.name(), Optional.of(shelf), Optional.of(InnerPath.ROOT));
    };
  }

  private static String ending(String name) {
    int dot = name.lastIndexOf('.');
    return dot <= 0 ? "no ending" : "." + name.substring(dot + 1).toLowerCase(Locale.ROOT);
  }
}
