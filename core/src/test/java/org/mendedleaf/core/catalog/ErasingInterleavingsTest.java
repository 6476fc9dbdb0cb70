package org.mendedleaf.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.ShrinkingMode;
import net.jqwik.api.statistics.Statistics;
import org.mendedleaf.core.capture.Capture;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.PartSize;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ErasedMeanwhileException;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.upkeep.Upkeep;

/**
 * Two desks over one store, one inside the other: between any two operations on the store of what
 * one does, the other captures, erases or reads. The seed says what happens where. Whatever comes
 * between, what was recorded and not erased stays as it was, byte for byte.
 */
class ErasingInterleavingsTest {

  private static final int FILES = 4;

  /** A desk of its own over the same store. */
  private record Other(
      Store store, Catalogue catalogue, Journal journal, Capture capture, long shelf) {}

  private FaultyDesk one;
  private Other two;
  private Random random;
  private final Map<RevisionKey, byte[]> expected = new HashMap<>();
  private final Set<RevisionKey> erased = new HashSet<>();
  private final AtomicBoolean inside = new AtomicBoolean();
  private final AtomicInteger between = new AtomicInteger();

  @Property(shrinking = ShrinkingMode.OFF)
  void whatIsNotErasedStays(@ForAll long seed) throws Exception {
    expected.clear();
    erased.clear();
    inside.set(false);
    between.set(0);
    random = new Random(seed);
    Path disk = Files.createTempDirectory("interleaved");
    try (FaultyDesk desk = new FaultyDesk(disk)) {
      one = desk;
      two = other(disk);
      for (int round = 0; round < 2; round++) {
        save("work");
        note(() -> desk.capture(), desk.catalogue());
        save("work2");
        note(this::captureOther, two.catalogue());
      }
      for (int act = 0; act < 4; act++) {
        int at = random.nextInt(12);
        AtomicInteger left = new AtomicInteger(at);
        desk.files()
            .setFaults(
                (operation, path, bytes) -> {
                  boolean counts =
                      path.startsWith(desk.storeFolder()) && operation != Operation.READ;
                  // A capture reads with threads of its own; one at a time comes between.
                  if (counts && !inside.get() && left.getAndDecrement() == 0) {
                    inside.set(true);
                    actOther();
                    inside.set(false);
                  }
                });
        actOne();
        desk.files().setFaults((operation, path, bytes) -> {});
      }
      agrees(desk.catalogue());
      agrees(two.catalogue());
      desk.catalogue().rebuild();
      agrees(desk.catalogue());
      Upkeep.deleteErased(desk.catalogue());
      for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
        assertThat(desk.store().verification().deep(sheaf).damage()).isEmpty();
      }
      Statistics.label("erasures in between").collect(between.get());
      two.catalogue().close();
      two.store().close();
    } finally {
      RandomActs.delete(disk);
    }
  }

  private Other other(Path disk) throws IOException {
    Store store =
        Store.open(
            one.storeFolder(),
            LocalDurability.probe(one.files().getPath("/")),
            new Random(5),
            Encrypting.ring());
    Catalogue catalogue = Catalogue.open(store, disk.resolve("two.sqlite"));
    Journal journal = new Journal(catalogue, "two");
    Capture capture =
        new Capture(
            catalogue,
            journal,
            file -> Optional.of("teo"),
            FileTimes.AS_THEY_ARE,
            one::now,
            1,
            PartSize.STANDARD);
    Files.createDirectories(one.files().getPath("/work2"));
    Journal.Draft draft =
        new Journal.Draft(
            Act.SHELF,
            OptionalLong.empty(),
            one.now(),
            "teo",
            OptionalLong.empty(),
            false,
            List.of(new Proposal.NewShelf("Two", ShelfKind.WORKING, "/work2")));
    try (WriteSession session = store.write(catalogue)) {
      long shelf = journal.commit(draft, session).orElseThrow().shelf().orElseThrow();
      return new Other(store, catalogue, journal, capture, shelf);
    }
  }

  /**
   * Both desks save from the same few texts, so that they share contents and lean on each other.
   */
  private void save(String folder) throws IOException {
    for (int file = 0; file < FILES; file++) {
      if (random.nextInt(3) > 0) {
        String text = "the same long beginning of them all\n".repeat(30) + random.nextInt(6);
        Path path = one.files().getPath("/" + folder, "f" + file);
        Files.createDirectories(path.getParent());
        Files.write(path, text.getBytes(StandardCharsets.UTF_8));
      }
    }
  }

  private void actOne() throws IOException {
    switch (random.nextInt(5)) {
      case 0, 1 -> {
        save("work");
        note(() -> one.capture(), one.catalogue());
      }
      case 2 -> pack(one.catalogue(), one.journal());
      default -> erase(one.catalogue(), one.journal(), one.shelf());
    }
  }

  /** Puts small sheaves together, as idle moments do where there are more of them. */
  private void pack(Catalogue catalogue, Journal journal) throws IOException {
    var unused = new Upkeep(catalogue, journal, 3).run(one.now(), "somebody");
  }

  private void actOther() throws IOException {
    switch (random.nextInt(5)) {
      case 0 -> erase(two.catalogue(), two.journal(), two.shelf());
      case 1 -> {
        two.catalogue().catchUp();
        agreesSoFar(two.catalogue());
      }
      case 2 -> pack(two.catalogue(), two.journal());
      default -> {
        save("work2");
        note(this::captureOther, two.catalogue());
      }
    }
  }

  private CaptureOutcome captureOther() throws IOException {
    return two.capture()
        .run(
            new Capture.CaptureRequest(two.shelf(), one.files().getPath("/work2"), "teo", false),
            Progress.NONE);
  }

  private interface Capturing {
    CaptureOutcome run() throws IOException;
  }

  /** Captures, once more where an erasure came between, and notes what is new. */
  private void note(Capturing capturing, Catalogue of) throws IOException {
    CaptureOutcome outcome;
    try {
      outcome = capturing.run();
    } catch (ErasedMeanwhileException e) {
      outcome = capturing.run();
    }
    assertThat(outcome).isInstanceOf(CaptureOutcome.Done.class);
    of.catchUp();
    for (Map.Entry<RevisionKey, byte[]> found : contents(of).entrySet()) {
      if (!erased.contains(found.getKey())) {
        expected.putIfAbsent(found.getKey(), found.getValue());
      }
    }
  }

  private void erase(Catalogue catalogue, Journal journal, long shelf) throws IOException {
    catalogue.catchUp();
    List<PresentFile> files = catalogue.present().of(shelf);
    if (files.isEmpty()) {
      return;
    }
    long file = files.get(random.nextInt(files.size())).file();
    List<Revision> history = catalogue.files().history(file);
    List<Revision> goes =
        random.nextBoolean() ? history : List.of(history.get(random.nextInt(history.size())));
    Erasing erasing = new Erasing(catalogue, journal);
    for (int tries = 0; tries < 5; tries++) {
      Erasing.Prepared prepared = erasing.prepare(shelf, goes);
      if (erasing.commit(prepared, one.now(), "somebody", Optional.empty()).isPresent()) {
        between.addAndGet(inside.get() ? 1 : 0);
        for (Revision revision : goes) {
          erased.add(revision.key());
          expected.remove(revision.key());
        }
        return;
      }
    }
  }

  private void agrees(Catalogue catalogue) throws IOException {
    catalogue.catchUp();
    Map<RevisionKey, byte[]> found = contents(catalogue);
    assertThat(found.keySet()).containsAll(expected.keySet());
    assertThat(Collections.disjoint(found.keySet(), erased)).as("nothing erased is back").isTrue();
    expected.forEach((key, bytes) -> assertThat(found.get(key)).isEqualTo(bytes));
  }

  /** What a reader sees in between: nothing that is there may be unreadable. */
  private void agreesSoFar(Catalogue catalogue) throws IOException {
    Map<RevisionKey, byte[]> found = contents(catalogue);
    found.forEach(
        (key, bytes) -> {
          if (expected.containsKey(key)) {
            assertThat(bytes).isEqualTo(expected.get(key));
          }
        });
  }

  private Map<RevisionKey, byte[]> contents(Catalogue catalogue) throws IOException {
    Map<RevisionKey, byte[]> found = new HashMap<>();
    List<Long> files = new ArrayList<>();
    for (long shelf : List.of(one.shelf(), two.shelf())) {
      catalogue.present().of(shelf).forEach(file -> files.add(file.file()));
    }
    for (Revision revision : catalogue.files().histories(files)) {
      found.put(
          revision.key(), catalogue.contents().bytes(revision.state().content().orElseThrow()));
    }
    return found;
  }
}
