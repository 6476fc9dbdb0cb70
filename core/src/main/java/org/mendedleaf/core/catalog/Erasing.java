package org.mendedleaf.core.catalog;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.mendedleaf.core.store.AbandonedWrites;
import org.mendedleaf.core.store.ContentId;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.ContentRef;
import org.mendedleaf.core.store.DamagedContentException;
import org.mendedleaf.core.store.Rewriting;
import org.mendedleaf.core.store.Segment;

/**
 * Destroys revisions for good: their contents as far as nothing living needs them, and every line
 * of metadata that says something of them. What stands beside them is written into new sheaves, one
 * commit makes those count, and the old files are deleted. Until the commit nothing has happened;
 * after it, deleting can be finished at any time.
 *
 * <p>For one thread; other threads and desks may record and read meanwhile.
 */
public final class Erasing {

  private final Catalogue catalogue;
  private final Journal journal;

  public Erasing(Catalogue catalogue, Journal journal) {
    this.catalogue = catalogue;
    this.journal = journal;
  }

  /**
   * What is to be erased and what that takes; it is durable beside what is there, and does not
   * count yet.
   *
   * @param files those of which nothing is left
   * @param revisions those that go
   * @param freed bytes by which the store's files will be smaller
   * @param unused how many of them were out of use already, and go on this occasion
   */
  public record Prepared(
      long shelf,
      Set<Long> files,
      List<Revision> revisions,
      long freed,
      long unused,
      Rewriting.Rewritten rewritten,
      long basedOn) {}

  /**
   * Writes what lives on. {@link #commit} or {@link #drop} what comes of it.
   *
   * @param revisions of one shelf; where they are all that a file has, the file goes with its names
   */
  public Prepared prepare(long shelf, List<Revision> revisions) throws IOException {
    catalogue.catchUp();
    while (true) {
      try {
        return prepareOnce(shelf, revisions);
      } catch (NoSuchFileException | DamagedContentException e) {
        // Another desk's erasure may have taken a sheaf away that was being read.
        if (catalogue.catchUp() == 0) {
          throw e;
        }
      }
    }
  }

  private Prepared prepareOnce(long shelf, List<Revision> revisions) throws IOException {
    long basedOn = catalogue.nextSegment();
    Set<RevisionKey> keys = revisions.stream().map(Revision::key).collect(Collectors.toSet());
    Map<Long, List<Revision>> histories =
        catalogue
            .files()
            .histories(revisions.stream().map(Revision::file).distinct().toList())
            .stream()
            .collect(Collectors.groupingBy(Revision::file));
    Set<Long> files = wholeFiles(histories, keys);
    Scrubbing scrubbing = new Scrubbing(revisions, histories, keys, files);
    scrubbing.readLog();
    ContentReader contents = catalogue.contents();
    Set<ContentRef> living = living(keys, scrubbing.blankedItems);
    Set<ContentRef> gone =
        revisions.stream()
            .flatMap(revision -> revision.state().content().stream())
            .filter(content -> !living.contains(content))
            .collect(Collectors.toCollection(LinkedHashSet::new));
    gone.addAll(scrubbing.keptByBlanked);
    gone.removeAll(living);
    Set<ContentId> dead = new HashSet<>();
    for (ContentRef content : gone) {
      dead.addAll(contents.parts(content));
    }
    for (ContentRef content : living) {
      if (dead.isEmpty()) {
        break;
      }
      dead.removeAll(content.levels() == 0 ? Set.of(content.id()) : contents.parts(content));
    }
    Set<String> hashes =
        gone.stream().map(content -> content.id().hex()).collect(Collectors.toSet());
    Rewriting.Rewritten rewritten =
        catalogue
            .store()
            .rewriting(catalogue)
            .without(catalogue.ledger().sheaves(), dead, scrubbing.blocks(contents, hashes));
    return new Prepared(
        shelf,
        files,
        List.copyOf(revisions),
        rewritten.freed(),
        rewritten.unused(),
        rewritten,
        basedOn);
  }

  /** Forgets what was prepared. */
  public void drop(Prepared prepared) throws IOException {
    catalogue.store().rewriting(catalogue).drop(prepared.rewritten());
  }

  /**
   * Makes it so.
   *
   * @param called what the ledger is to say of the file's name; empty if nothing
   * @return the act; empty if something was committed meanwhile, and what was prepared is dropped
   */
  public OptionalLong commit(Prepared prepared, Instant at, String by, Optional<String> called)
      throws IOException {
    List<Detail> details = new ArrayList<>();
    called.ifPresent(name -> details.add(new Detail.Called(name)));
    prepared.files().forEach(file -> details.add(new Detail.FileErased(file)));
    prepared.revisions().forEach(revision -> details.add(new Detail.Erased(revision.key())));
    OptionalLong act =
        journal.erase(
            prepared.rewritten(),
            details,
            prepared.basedOn(),
            Optional.of(prepared.shelf()),
            at,
            by);
    if (act.isEmpty()) {
      drop(prepared);
      return act;
    }
    Upkeep.deleteErased(catalogue);
    AbandonedWrites.delete(prepared.rewritten().abandoned());
    return act;
  }

  private static Set<Long> wholeFiles(Map<Long, List<Revision>> histories, Set<RevisionKey> keys) {
    Set<Long> whole = new HashSet<>();
    histories.forEach(
        (id, all) -> {
          if (all.stream().allMatch(one -> keys.contains(one.key()))) {
            whole.add(id);
          }
        });
    return whole;
  }

  /** Every content that something needs that stays. */
  private Set<ContentRef> living(Set<RevisionKey> erased, Set<RevisionKey> blankedItems)
      throws IOException {
    Set<ContentRef> living = new HashSet<>();
    catalogue.erasable().contents(erased).forEach(living::add);
    catalogue.erasable().keptBefore(blankedItems).forEach(living::add);
    return living;
  }

  /** Finds the lines of metadata that must go or say less. */
  private final class Scrubbing {
    private final Set<RevisionKey> keys;
    private final Set<Long> files;
    private final Set<Long> touched;
    private final Map<Long, Set<Integer>> numbers = new HashMap<>();
    private final Set<RevisionKey> after = new HashSet<>();
    private final Set<ContentRef> erased = new HashSet<>();
    private boolean actGoes;
    private final Set<RevisionKey> blankedItems = new HashSet<>();
    private final Set<ContentRef> keptByBlanked = new HashSet<>();
    // Lines that go, and lines that may name a content, by block.
    private final Map<ContentId, Set<Integer>> blank = new HashMap<>();
    private final Map<ContentId, Set<Integer>> maybe = new HashMap<>();

    Scrubbing(
        List<Revision> revisions,
        Map<Long, List<Revision>> histories,
        Set<RevisionKey> keys,
        Set<Long> files) {
      this.keys = keys;
      this.files = files;
      this.touched = revisions.stream().map(Revision::file).collect(Collectors.toSet());
      for (Revision revision : revisions) {
        revision.state().content().ifPresent(erased::add);
        numbers.computeIfAbsent(revision.file(), file -> new HashSet<>()).add(revision.number());
      }
      for (List<Revision> history : histories.values()) {
        for (int i = 1; i < history.size(); i++) {
          // What changed in the next one was told against this one.
          if (keys.contains(history.get(i - 1).key())) {
            after.add(history.get(i).key());
          }
        }
      }
    }

    void readLog() throws IOException {
      long number = 0;
      for (Optional<Segment> segment = catalogue.store().log().read(number);
          segment.isPresent();
          segment = catalogue.store().log().read(++number)) {
        CommitHeader header = CommitHeader.decode(segment.get().lines().get(0));
        actGoes = header.act() != Act.KEEP && isAllErased(segment.get());
        for (int line = 1; line < segment.get().lines().size(); line++) {
          Optional<Detail> detail = Detail.decode(segment.get().lines().get(line));
          if (detail.isPresent() && detail.get().place().isPresent()) {
            look(header, new RevisionKey(number, line), detail.get());
          }
        }
      }
    }

    /** Whether an act that made one file's revisions has made only such as are erased. */
    private boolean isAllErased(Segment segment) {
      boolean made = false;
      for (int line = 1; line < segment.lines().size(); line++) {
        if (Detail.decode(segment.lines().get(line)).orElse(null) instanceof Detail.Revised) {
          made = true;
          if (!keys.contains(new RevisionKey(segment.number(), line))) {
            return false;
          }
        }
      }
      return made;
    }

    private void look(CommitHeader header, RevisionKey key, Detail detail) throws IOException {
      Detail.Place place = detail.place().orElseThrow();
      ContentId block = header.blocks().get(place.block());
      if (goes(key, detail)) {
        blank.computeIfAbsent(block, id -> new HashSet<>()).add(place.line());
      } else if (mayName(detail)) {
        maybe.computeIfAbsent(block, id -> new HashSet<>()).add(place.line());
      }
    }

    private boolean goes(RevisionKey key, Detail detail) throws IOException {
      if (detail instanceof Detail.Revised) {
        return keys.contains(key);
      } else if (detail instanceof Detail.Moved moved) {
        return files.contains(moved.file());
      } else if (detail instanceof Detail.Touched touch) {
        return files.contains(touch.file());
      } else if (detail instanceof Detail.Described described) {
        return files.contains(described.file());
      } else if (detail instanceof Detail.Noted noted) {
        return keys.contains(noted.revision());
      } else if (detail instanceof Detail.Held held) {
        return keys.contains(held.revision());
      } else if (detail instanceof Detail.SaverFound found) {
        return keys.contains(found.revision());
      } else if (detail instanceof Detail.Summed summed) {
        return keys.contains(summed.revision()) || after.contains(summed.revision());
      } else if (detail instanceof Detail.ItemDone) {
        return goesItem(key);
      }
      return false;
    }

    private boolean goesItem(RevisionKey key) throws IOException {
      Optional<ReceiptItem> item = catalogue.erasable().item(key);
      if (item.isEmpty()) {
        return false;
      }
      boolean goes = actGoes || isArrival(item.get()) || isOfErased(item.get());
      if (goes) {
        blankedItems.add(key);
        item.get().before().flatMap(FileState::content).ifPresent(keptByBlanked::add);
      }
      return goes;
    }

    private boolean isOfErased(ReceiptItem item) {
      if (item.file().isEmpty()) {
        return false;
      }
      long file = item.file().getAsLong();
      return files.contains(file)
          || (item.revision().isPresent()
              && numbers.getOrDefault(file, Set.of()).contains(item.revision().getAsInt()));
    }

    /** What was stored before it was brought in is kept by a line of its own. */
    private boolean isArrival(ReceiptItem item) {
      return item.outcome() == ReceiptItem.Outcome.KEPT
          && item.revision().isEmpty()
          && item.before().flatMap(FileState::content).filter(erased::contains).isPresent();
    }

    private boolean mayName(Detail detail) {
      return detail instanceof Detail.ItemDone
          || (detail instanceof Detail.Moved moved && touched.contains(moved.file()))
          || (detail instanceof Detail.Touched touch && touched.contains(touch.file()));
    }

    /** The blocks as they read from now on. */
    Map<ContentId, byte[]> blocks(ContentReader contents, Set<String> hashes) throws IOException {
      Map<ContentId, byte[]> blocks = new HashMap<>();
      Set<ContentId> concerned = new HashSet<>(blank.keySet());
      concerned.addAll(maybe.keySet());
      for (ContentId block : concerned) {
        String before = new String(contents.block(block), StandardCharsets.UTF_8);
        Map<Integer, String> lines = new TreeMap<>();
        int at = 0;
        for (String line : before.split("\n", -1)) {
          lines.put(at++, line);
        }
        blank.getOrDefault(block, Set.of()).forEach(line -> lines.put(line, MetadataFormat.ERASED));
        for (int line : maybe.getOrDefault(block, Set.of())) {
          if (hashes.stream().anyMatch(lines.get(line)::contains)) {
            lines.put(line, MetadataFormat.without(lines.get(line), hashes));
          }
        }
        String now = String.join("\n", lines.values());
        if (!now.equals(before)) {
          blocks.put(block, now.getBytes(StandardCharsets.UTF_8));
        }
      }
      return blocks;
    }
  }
}
