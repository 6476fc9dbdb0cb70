package org.mendedleaf.core.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.arrivals.Intake;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.People;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.RandomActs;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Tray;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.RecordingState;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.tray.RunReceipt;

/** Shelves without a folder. */
class DepositTest {

  private Path base;
  private TestDesk desk;
  private Shelf shelf;

  private interface Deed {
    void on() throws Exception;
  }

  private void onDeposit(Deed deed) throws Exception {
    base = Files.createTempDirectory("deposit");
    try (TestDesk opened = new TestDesk(base)) {
      desk = opened;
      desk.write("elsewhere.txt", "on the working shelf");
      desk.capture();
      shelf = office().shelves().addDeposit(base.resolve("store"), "Handbook", People.EVERYBODY);
      deed.on();
    } finally {
      RandomActs.delete(base);
    }
  }

  private Office office() {
    return desk.office();
  }

  private Path arrival(String name, String content) throws IOException {
    return Files.writeString(Files.createDirectories(base.resolve("mail")).resolve(name), content);
  }

  private Intake.TakenIn bringNew(String path, String content) throws IOException {
    return office()
        .intake()
        .bringInNew(arrival("a.txt", content), shelf, new InnerPath(path), "", false);
  }

  private Intake.TakenIn bring(FileRef onto, String content) throws IOException {
    return office().intake().bringIn(arrival("b.txt", content), onto, "", false);
  }

  private String content(FileRef file, int number) throws IOException {
    FileLife life = office().files().life(file);
    return new String(desk.content(life, number), StandardCharsets.UTF_8);
  }

  /** What is on the shelf at a moment. */
  private Map<String, String> tree(Moment moment) throws IOException {
    Map<String, String> tree = new TreeMap<>();
    for (TreeEntry entry : office().moments().tree(shelf, InnerPath.ROOT, moment)) {
      if (entry.kind() == TreeEntry.EntryKind.FILE) {
        FileRef file = new FileRef(shelf.store(), entry.file().getAsLong());
        tree.put(entry.path().text(), content(file, entry.revision().getAsInt()));
      }
    }
    return tree;
  }

  private Map<String, String> now() throws IOException {
    return tree(new Moment.At(Instant.MAX));
  }

  @Test
  void revisionsAreBroughtInFromR1MendedAndTakenBack() throws Exception {
    onDeposit(
        () -> {
          Intake.TakenIn made = bringNew("guides/care.txt", "first edition");
          assertThat(made.brought().revision()).isEqualTo(1);
          Intake.TakenIn second = bring(made.file(), "second edition");
          assertThat(content(made.file(), 2)).isEqualTo("second edition");
          assertThatThrownBy(() -> bring(made.file(), "second edition"))
              .hasMessageContaining("is exactly r2 of guides/care.txt");

          long mended = office().files().mend(made.file(), 1).act();
          assertThat(now()).containsEntry("guides/care.txt", "first edition");
          office().files().undo(shelf.store(), mended);
          assertThat(now()).containsEntry("guides/care.txt", "second edition");
          assertThatThrownBy(() -> office().files().undo(shelf.store(), second.brought().act()))
              .hasMessageContaining("has changed since then");
          assertThat(office().sayings().issue(made.file(), 2).issue().letters()).isEqualTo("A");
        });
  }

  @Test
  void aNewFileThatIsTakenBackIsGoneAndCanBeBroughtBack() throws Exception {
    onDeposit(
        () -> {
          Intake.TakenIn made = bringNew("care.txt", "first edition");
          office().files().undo(shelf.store(), made.brought().act());
          assertThat(now()).isEmpty();
          office()
              .lostAndFound()
              .bringBack(office().lostAndFound().all(), Optional.empty(), Progress.NONE);
          assertThat(now()).containsEntry("care.txt", "first edition");
        });
  }

  @Test
  void aFileKeepsItsAddressThroughRenameAndMove() throws Exception {
    onDeposit(
        () -> {
          FileRef file = bringNew("drafts/care.txt", "text").file();
          String address = new FileAddress(file, Optional.empty()).uri();
          office().files().move(file, new InnerPath("guides/Care guide.txt"));
          assertThat(now()).containsOnlyKeys("guides/Care guide.txt");
          assertThat(office().shelves().browse(shelf, InnerPath.ROOT))
              .extracting(row -> row.path().text())
              .as("the emptied folder is gone")
              .containsExactly("guides");
          FileRef found = office().addresses().file(address, base);
          assertThat(office().files().life(found).formerPaths())
              .containsExactly(new InnerPath("drafts/care.txt"));
          assertThat(FileAddress.parse(address + "/r1").revision()).contains(1);
          assertThatThrownBy(() -> FileAddress.parse("mended-leaf:x"))
              .isInstanceOf(SentenceException.class);
          bringNew("other.txt", "other");
          assertThatThrownBy(() -> office().files().move(file, new InnerPath("other.txt")))
              .hasMessageContaining("There is a file other.txt already");
        });
  }

  @Test
  void removingAndRecoveringAreRehearsedReceiptedAndTakenBack() throws Exception {
    onDeposit(
        () -> {
          FileRef one = bringNew("guides/one.txt", "1").file();
          bringNew("guides/two.txt", "2");
          RunReceipt removed =
              office().recoveries().remove(shelf, List.of(new InnerPath("guides")), Progress.NONE);
          assertThat(now()).isEmpty();
          assertThat(removed.lines()).hasSize(2);

          RunReceipt undone =
              office().recoveries().undo(shelf.store(), removed.act().id(), Progress.NONE);
          assertThat(now()).hasSize(2);
          assertThat(undone.lines()).hasSize(2);
          bring(one, "11");
          Tray tray =
              new Tray(
                  List.of(
                      new Tray.Entry(
                          shelf.store(), shelf.id(), new Pick.OfRevision(one.file(), 1))),
                  Handling.IN_PLACE);
          assertThat(office().recoveries().rehearse(tray).lines()).hasSize(1);
          RunReceipt recovered = office().recoveries().run(tray, Progress.NONE);
          assertThat(now()).containsEntry("guides/one.txt", "1");
          office().recoveries().undo(shelf.store(), recovered.act().id(), Progress.NONE);
          assertThat(now()).containsEntry("guides/one.txt", "11");
        });
  }

  @Test
  void copiesAreTakenOutAndNothingIsCaptured() throws Exception {
    onDeposit(
        () -> {
          FileRef file = bringNew("care.txt", "text").file();
          Path out = base.resolve("out");
          office()
              .recoveries()
              .run(
                  new Tray(
                      List.of(
                          new Tray.Entry(
                              shelf.store(), shelf.id(), new Pick.OfRevision(file.file(), 1))),
                      Handling.IN_PLACE.to(new Destination.Folder(out))),
                  Progress.NONE);
          try (var files = Files.list(out)) {
            assertThat(files.toList()).hasSize(1).allSatisfy(f -> assertThat(f).hasContent("text"));
          }
          assertThatThrownBy(() -> office().shelves().capture(shelf, false, Progress.NONE))
              .hasMessageContaining("nothing to capture");
          assertThat(office().shelves().byId(shelf.store(), shelf.id()).recording())
              .isEqualTo(RecordingState.DEPOSIT);
        });
  }

  /** A plain model: what each path holds, at each moment. */
  @Property(tries = 20)
  void everyMomentIsAsItWas(
      @ForAll @Size(min = 5, max = 30) List<@IntRange(min = 0, max = 9999) Integer> acts)
      throws Exception {
    onDeposit(
        () -> {
          Random random = new Random(acts.hashCode());
          Map<String, String> model = new TreeMap<>();
          Map<String, FileRef> refs = new HashMap<>();
          List<Instant> moments = new ArrayList<>();
          List<Map<String, String>> states = new ArrayList<>();
          for (int act : acts) {
            desk.clock().forward(Duration.ofMinutes(1));
            act(act, random, model, refs);
            assertThat(now()).isEqualTo(model);
            moments.add(office().settings().clock().instant());
            states.add(new TreeMap<>(model));
          }
          office().stores().rebuild(shelf.store());
          for (int i = 0; i < moments.size(); i++) {
            assertThat(tree(new Moment.At(moments.get(i)))).isEqualTo(states.get(i));
          }
        });
  }

  private void act(int act, Random random, Map<String, String> model, Map<String, FileRef> refs)
      throws IOException {
    List<String> there = List.copyOf(model.keySet());
    String any = there.isEmpty() ? "" : there.get(act % there.size());
    String content = "content " + random.nextInt(1000);
    switch (there.isEmpty() ? 0 : act % 5) {
      case 0 -> {
        String path = "folder " + act % 3 + "/file " + act % 7;
        if (!model.containsKey(path)) {
          refs.put(path, bringNew(path, content).file());
          model.put(path, content);
        }
      }
      case 1 -> {
        if (!model.get(any).equals(content)) {
          Intake.TakenIn done = bring(refs.get(any), content);
          if (act % 2 == 0) {
            model.put(any, content);
          } else {
            office().files().undo(shelf.store(), done.brought().act());
          }
        }
      }
      case 2 -> {
        String to = "moved " + act % 4 + "/file " + act % 9;
        if (!model.containsKey(to)) {
          office().files().move(refs.get(any), new InnerPath(to));
          refs.put(to, refs.remove(any));
          model.put(to, model.remove(any));
        }
      }
      case 3 -> {
        RunReceipt removed =
            office().recoveries().remove(shelf, List.of(new InnerPath(any)), Progress.NONE);
        if (act % 2 == 0) {
          office().recoveries().undo(shelf.store(), removed.act().id(), Progress.NONE);
        } else {
          model.remove(any);
          refs.remove(any);
        }
      }
      default -> {
        FileLife life = office().files().life(refs.get(any));
        Revision wanted = life.revisions().get(act % life.revisions().size());
        if (wanted.number() != life.newest().number()) {
          String before = content(refs.get(any), wanted.number());
          office().files().mend(refs.get(any), wanted.number());
          model.put(any, before);
        }
      }
    }
  }
}
