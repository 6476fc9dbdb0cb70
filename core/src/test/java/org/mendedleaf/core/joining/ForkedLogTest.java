package org.mendedleaf.core.joining;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.stores.RepairReport;
import org.mendedleaf.core.stores.StoreRepair;
import org.mendedleaf.core.stores.VerifyDepth;

/**
 * An earlier state of the store's folder was put back, and another desk worked on in it: what was
 * committed in between comes back from a copy, under new numbers, and nothing is renumbered that is
 * there.
 */
class ForkedLogTest {

  @TempDir Path base;
  private Path store;
  private Path earlier;
  private Path copy;
  private TestDesk maren;
  private TestDesk tjark;

  @BeforeEach
  void twoDesksOnOneStore() throws Exception {
    store = base.resolve("store");
    earlier = base.resolve("earlier");
    copy = base.resolve("copy");
    maren = new TestDesk(base);
    tjark = new TestDesk(base, store, "tjark");
    maren.write("prices.csv", "sail;price\nfore;1200\n");
    maren.write("loft.txt", "the loft");
    maren.capture();
    tjark.write("orders.csv", "order;boat\n1;Seeadler\n");
    tjark.capture();
  }

  @AfterEach
  void close() {
    maren.close();
    tjark.close();
  }

  static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.toList()) {
        Files.copy(file, to.resolve(from.relativize(file).toString()));
      }
    }
  }

  static void delete(Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.sorted((one, other) -> other.compareTo(one)).toList()) {
        Files.delete(file);
      }
    }
  }

  /** Maren records, and nobody else sees it; then the earlier state is put back. */
  private void marenWorksAndIsPutBack() throws Exception {
    copy(store, earlier);
    maren.write("prices.csv", "sail;price\nfore;1250\n");
    maren.write("new boat.txt", "a new boat");
    maren.capture();
    maren.write("prices.csv", "sail;price\nfore;1300\n");
    Files.delete(maren.file("loft.txt"));
    maren.capture();
    FileLife prices = maren.life("prices.csv");
    var unused = maren.office().sayings().note(prices.ref(), 1, "as in spring");
    var unusedHold = maren.office().sayings().hold(prices.ref(), 1, "for the tax office");
    putBack();
  }

  private void putBack() throws IOException {
    copy(store, copy);
    delete(store);
    copy(earlier, store);
  }

  private void tjarkWorksOn() throws Exception {
    tjark.restart();
    tjark.write("orders.csv", "order;boat\n1;Seeadler\n2;Möwe\n");
    tjark.write("masts.txt", "masts");
    tjark.capture();
    tjark.write("masts.txt", "masts and booms");
    tjark.capture();
  }

  private StoreRepair repair(TestDesk desk) throws IOException {
    return desk.office().stores().repair(desk.shelf().store());
  }

  private static List<String> told(TestDesk desk, String name) throws IOException {
    List<String> told = new ArrayList<>();
    FileLife life = desk.life(name);
    for (Revision revision : life.revisions()) {
      told.add(
          "r%d %s %s %s"
              .formatted(
                  revision.number(),
                  revision.at(),
                  revision.by(),
                  new String(
                      desk.content(life, revision.number()),
                      java.nio.charset.StandardCharsets.UTF_8)));
    }
    return told;
  }

  private List<LedgerEntry> ledger(TestDesk desk) throws IOException {
    return desk.office().stores().ledger(desk.shelf().store());
  }

  private static List<String> namesAt(TestDesk desk, Instant at) throws IOException {
    return desk.office().moments().tree(desk.shelf(), InnerPath.ROOT, new Moment.At(at)).stream()
        .map(entry -> entry.path() + " " + entry.revision())
        .toList();
  }

  @Test
  void whatWasCommittedInBetweenComesBackWithItsTimesAndNumbers() throws Exception {
    marenWorksAndIsPutBack();
    List<String> prices = told(maren, "prices.csv");
    List<String> boat = told(maren, "new boat.txt");
    tjarkWorksOn();
    List<String> orders = told(tjark, "orders.csv");
    List<String> masts = told(tjark, "masts.txt");
    maren.restart();
    assertThat(maren.office().shelves().unreached().get(0).sentence())
        .contains("this desk has seen", "--repair");

    RepairReport would = repair(maren).from(copy).rehearse(Progress.NONE);
    assertThat(would.joined()).isEqualTo(4);
    assertThat(would.revisions()).isEqualTo(3);
    assertThat(maren.office().shelves().unreached()).as("only rehearsed").isNotEmpty();

    RepairReport done = repair(maren).from(copy).run(Progress.NONE);
    assertThat(done.joined()).isEqualTo(4);
    assertThat(done.join().orElseThrow().revisions())
        .extracting(one -> one.path() + " r" + one.was() + " r" + one.number())
        .containsExactlyInAnyOrder("prices.csv r1 r1", "prices.csv r2 r2", "new boat.txt r1 r1");
    assertThat(maren.office().shelves().unreached()).isEmpty();
    assertThat(told(maren, "prices.csv")).isEqualTo(prices);
    assertThat(told(maren, "new boat.txt")).isEqualTo(boat);
    FileLife life = maren.life("prices.csv");
    assertThat(life.marks(life.revision(1).orElseThrow()).toString())
        .contains("as in spring", "for the tax office");
    assertThat(maren.capture().acts()).isEmpty();

    tjark.restart();
    assertThat(told(tjark, "orders.csv")).isEqualTo(orders);
    assertThat(told(tjark, "masts.txt")).isEqualTo(masts);
    assertThat(tjark.capture().acts()).isEmpty();
    assertThat(ledger(tjark)).extracting(LedgerEntry::act).contains(Act.JOIN);
    maren.office().stores().rebuild(maren.shelf().store());
    assertThat(told(maren, "prices.csv")).isEqualTo(prices);
    assertThat(
            maren
                .office()
                .stores()
                .verify(maren.shelf().store(), VerifyDepth.CONTENT, Progress.NONE)
                .damaged())
        .isEmpty();
  }

  @Test
  void momentsInBetweenShowWhatTheyDidBefore() throws Exception {
    marenWorksAndIsPutBack();
    List<Instant> moments = new ArrayList<>();
    List<List<String>> before = new ArrayList<>();
    for (Revision revision : maren.life("prices.csv").revisions()) {
      moments.add(revision.at().plusSeconds(1));
      before.add(namesAt(maren, revision.at().plusSeconds(1)));
    }
    tjarkWorksOn();
    maren.restart();
    var unused = repair(maren).from(copy).run(Progress.NONE);
    for (int i = 0; i < moments.size(); i++) {
      assertThat(namesAt(maren, moments.get(i))).isEqualTo(before.get(i));
    }
  }

  /** Maren gave up what was lost and recorded on; later the copy is found. */
  @Test
  void whereBothChangedAFileOursStaysCurrentAndNothingIsRenumbered() throws Exception {
    marenWorksAndIsPutBack();
    maren.restart();
    maren.office().stores().acceptLog(maren.shelf().store());
    maren.write("prices.csv", "sail;price\nfore;1400\n");
    maren.write("loft.txt", "the loft is back");
    maren.capture();
    List<String> ours = told(maren, "prices.csv");

    RepairReport done = repair(maren).from(copy).run(Progress.NONE);
    assertThat(done.join().orElseThrow().revisions())
        .extracting(one -> one.path() + " r" + one.was() + " r" + one.number())
        .contains("prices.csv r1 r2", "prices.csv r2 r3");
    FileLife life = maren.life("prices.csv");
    assertThat(told(maren, "prices.csv").subList(0, ours.size())).isEqualTo(ours);
    assertThat(life.revision(2).orElseThrow().was()).isEqualTo(OptionalInt.of(1));
    assertThat(life.newest().state().size()).isEqualTo("sail;price\nfore;1400\n".length());
    assertThat(maren.content(life, life.newest().number()))
        .asString()
        .isEqualTo("sail;price\nfore;1400\n");
    assertThat(maren.content(maren.life("loft.txt"), maren.life("loft.txt").newest().number()))
        .asString()
        .isEqualTo("the loft is back");
    assertThat(maren.capture().acts()).as("what lies there is what is recorded").isEmpty();
    assertThat(repair(maren).from(copy).run(Progress.NONE).joined())
        .as("it is joined already")
        .isZero();
  }

  @Test
  void stoppedAfterAnyCommitItGoesOnWithoutDoingAnythingTwice() throws Exception {
    marenWorksAndIsPutBack();
    List<String> prices = told(maren, "prices.csv");
    tjarkWorksOn();
    maren.restart();
    int stops = 0;
    boolean done = false;
    while (!done) {
      StoppedAfter progress = new StoppedAfter(stops + 1);
      try {
        var unused = repair(maren).from(copy).run(progress);
        done = true;
      } catch (CancelledException e) {
        stops++;
        assertThat(stops).isLessThan(10);
        maren.restart();
      }
    }
    assertThat(stops).isEqualTo(3);
    assertThat(told(maren, "prices.csv")).isEqualTo(prices);
    assertThat(ledger(maren)).filteredOn(entry -> entry.act() == Act.JOIN).hasSize(1);
    FileLife life = maren.life("prices.csv");
    assertThat(life.marks(life.revision(1).orElseThrow()).toString())
        .contains("as in spring", "for the tax office");
  }

  private static final class StoppedAfter implements Progress {
    private final int allowed;
    private boolean recording;
    private int commits;

    StoppedAfter(int allowed) {
      this.allowed = allowed;
    }

    @Override
    public void phase(Phase phase, long things, long bytes) {
      recording = phase == Phase.RECORDING;
    }

    @Override
    public void advanced(long things, long bytes) {}

    @Override
    public boolean cancelled() {
      return recording && ++commits > allowed;
    }
  }

  @Test
  void aMirrorThatHasWhatIsLostIsJoinedAndFollowsAgain() throws Exception {
    Path mirror = base.resolve("elsewhere/mirror");
    var unusedState =
        maren.office().stores().mirrors().set(maren.shelf().store(), mirror, Progress.NONE);
    marenWorksAndIsPutBack();
    List<String> prices = told(maren, "prices.csv");
    tjarkWorksOn();
    maren.restart();
    RepairReport done = repair(maren).run(Progress.NONE);
    assertThat(done.joined()).isPositive();
    assertThat(told(maren, "prices.csv")).isEqualTo(prices);
    assertThat(maren.office().stores().mirrors().of(maren.shelf().store()).orElseThrow().lag())
        .isZero();
    assertThat(repair(maren).run(Progress.NONE).joined()).isZero();
    delete(store);
    maren.office().stores().mirrors().become(mirror);
    assertThat(told(maren, "prices.csv")).isEqualTo(prices);
  }

  @Test
  void aShelfThatWasAddedInBetweenGetsAFreeNumberAndKeepsItsFolder() throws Exception {
    copy(store, earlier);
    Path folder = Files.createDirectory(base.resolve("drawings"));
    Files.writeString(folder.resolve("mast.svg"), "<svg/>");
    Shelf added = maren.office().shelves().add(folder, store, Optional.of("Drawings"));
    var unused = maren.office().shelves().capture(added, false, Progress.NONE);
    putBack();
    tjark.restart();
    Path others = Files.createDirectory(base.resolve("letters"));
    Files.writeString(others.resolve("letter.txt"), "Dear all");
    Shelf letters = tjark.office().shelves().add(others, store, Optional.of("Letters"));
    assertThat(letters.id()).isEqualTo(added.id());
    var unusedToo = tjark.office().shelves().capture(letters, false, Progress.NONE);

    maren.restart();
    var unusedRun = repair(maren).from(copy).run(Progress.NONE);
    Shelf drawings =
        maren.office().shelves().all().stream()
            .filter(one -> one.name().equals("Drawings"))
            .findFirst()
            .orElseThrow();
    assertThat(drawings.id()).isNotEqualTo(letters.id());
    assertThat(drawings.folder()).isEqualTo(Optional.of(folder));
    assertThat(drawings.settings().people())
        .as("what was said of it when it began")
        .isEqualTo(added.settings().people());
    assertThat(
            maren
                .office()
                .moments()
                .tree(drawings, InnerPath.ROOT, new Moment.Now(maren.clock().instant()))
                .toString())
        .contains("mast.svg");
    assertThat(maren.office().shelves().byId(store(), letters.id()).name()).isEqualTo("Letters");
  }

  private String store() {
    return maren.shelf().store();
  }

  @Test
  void whatWasErasedThereDoesNotComeBackAndTheReportSaysSo() throws Exception {
    copy(store, earlier);
    maren.write("secret.txt", "planted word");
    maren.capture();
    FileLife secret = maren.life("secret.txt");
    var unused = maren.office().erasures().erase(secret.ref(), Set.of(), "secret.txt");
    putBack();
    tjarkWorksOn();
    Files.delete(maren.file("secret.txt"));
    maren.restart();
    RepairReport done = repair(maren).from(copy).run(Progress.NONE);
    assertThat(done.join().orElseThrow().erasures()).isEqualTo(1);
    assertThat(done.join().orElseThrow().revisions()).isEmpty();
  }

  @Test
  void whatWasErasedHereSinceDoesNotComeBackFromThere() throws Exception {
    maren.write("planted name.txt", "planted word");
    maren.capture();
    copy(store, earlier);
    maren.write("planted name.txt", "planted word, and more");
    maren.capture();
    putBack();
    maren.restart();
    maren.office().stores().acceptLog(store());
    FileLife planted = maren.life("planted name.txt");
    Files.delete(maren.file("planted name.txt"));
    maren.capture();
    var unused = maren.office().erasures().erase(planted.ref(), Set.of(), "planted name.txt");
    RepairReport done = repair(maren).from(copy).run(Progress.NONE);
    assertThat(done.join().orElseThrow().erasedHere()).isEqualTo(1);
    maren.office().stores().rebuild(store());
    assertThat(maren.office().search().find("planted", 10).files()).isEmpty();
  }

  @Test
  void theLogOfAnEncryptedStoreIsJoinedAndLeavesNothingInPlain() throws Exception {
    Path own = Files.createDirectory(base.resolve("encrypted"));
    Secrecy secrecy =
        new Secrecy(Encrypting.PASSPHRASE, new Stretching(64, 1, 1), Optional.empty());
    try (TestDesk sealed = new TestDesk(own, secrecy)) {
      Path there = own.resolve("store");
      sealed.write("list.txt", "one");
      sealed.capture();
      copy(there, own.resolve("earlier"));
      sealed.write("planted name.txt", "planted word");
      sealed.capture();
      copy(there, own.resolve("copy"));
      delete(there);
      copy(own.resolve("earlier"), there);
      sealed.restart();
      sealed.office().stores().acceptLog(sealed.shelf().store());
      sealed.write("list.txt", "one, two");
      Files.delete(sealed.file("planted name.txt"));
      sealed.capture();
      var unused = repair(sealed).from(own.resolve("copy")).run(Progress.NONE);
      assertThat(told(sealed, "planted name.txt")).hasSize(1);
      assertThat(own.resolve("home/joining")).doesNotExist();
    }
  }

  /** What was moved over from a spool is this desk's own, though it is repeated as well. */
  @Test
  void whatCameFromASpoolCountsAsOurs() throws Exception {
    marenWorksAndIsPutBack();
    maren.restart();
    maren.office().stores().acceptLog(store());
    Files.move(store, base.resolve("away"));
    maren.write("prices.csv", "sail;price\nfore;1500\n");
    maren.capture();
    Files.move(base.resolve("away"), store);
    var unusedMoved = maren.office().stores().spools().moveOver(store(), Progress.NONE);
    var unused = repair(maren).from(copy).run(Progress.NONE);
    FileLife life = maren.life("prices.csv");
    assertThat(maren.content(life, life.newest().number()))
        .asString()
        .isEqualTo("sail;price\nfore;1500\n");
    int acts = ledger(maren).size();
    assertThat(repair(maren).from(copy).run(Progress.NONE).joined()).isZero();
    assertThat(ledger(maren)).as("nothing is concluded twice").hasSize(acts);
  }

  @Test
  void aMirrorWhoseLogIsDamagedDoesNotKeepAStoreFromBeingRepaired() throws Exception {
    Path mirror = base.resolve("elsewhere/mirror");
    var unusedState = maren.office().stores().mirrors().set(store(), mirror, Progress.NONE);
    Path hurt = store.resolve("log/000000000001.seg");
    Files.delete(hurt);
    for (String folder : List.of("log", "twin")) {
      try (Stream<Path> files = Files.list(mirror.resolve(folder))) {
        for (Path file : files.toList()) {
          if (!file.toString().contains("000000000000")) {
            Files.write(file, new byte[] {1, 2, 3});
          }
        }
      }
    }
    assertThat(repair(maren).rehearse(Progress.NONE).mended()).isPositive();
    assertThat(repair(maren).run(Progress.NONE).mended()).isPositive();
    assertThat(hurt).exists();
  }

  @Test
  void anotherStoreAndNoStoreAreRefused() throws Exception {
    Path none = Files.createDirectory(base.resolve("none"));
    assertThatThrownBy(() -> repair(maren).from(none).run(Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("no copy of a store");
    Path other = base.resolve("other store");
    var unused = maren.office().stores().make(other);
    assertThatThrownBy(() -> repair(maren).from(other).run(Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("another store");
    assertThatThrownBy(() -> repair(maren).from(store).run(Progress.NONE))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("the store itself");
  }
}
