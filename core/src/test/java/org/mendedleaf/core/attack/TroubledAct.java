package org.mendedleaf.core.attack;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import org.mendedleaf.core.capture.CaptureOutcome;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.erasing.Erasing;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.oracle.Encrypting;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import org.mendedleaf.core.recover.Pick;
import org.mendedleaf.core.recover.Recovery;
import org.mendedleaf.core.recover.RecoveryOrder;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.store.Mirror;
import org.mendedleaf.core.store.Pressing;
import org.mendedleaf.core.store.Store;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.upkeep.Upkeep;

/** An act on a store that is played while something happens. */
enum TroubledAct {
  CAPTURE {
    @Override
    void prepare(FaultyDesk desk) throws IOException {
      Rounds.write(desk, LAST);
      desk.write("in/new.csv", "new in the last round");
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      return desk.capture() instanceof CaptureOutcome.Done done
          && done.report().problems().isEmpty();
    }

    @Override
    Set<Rounds.Told> wanted(Set<Rounds.Told> before) {
      Set<Rounds.Told> all = new HashSet<>(before);
      for (int i = 0; i < Rounds.FILES; i++) {
        all.add(Rounds.Told.of("in/f" + i, LAST, Rounds.text(i, LAST)));
      }
      all.add(Rounds.Told.of("in/new.csv", 1, "new in the last round"));
      return all;
    }
  },

  /** What stands there was not recorded yet. */
  RECOVERY {
    @Override
    void prepare(FaultyDesk desk) throws IOException {
      Rounds.write(desk, LAST);
      desk.clock().forward(Duration.ofHours(1));
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      String run = "run" + desk.files().hashCode() + desk.catalogue().commits();
      RecoveryOrder order =
          new RecoveryOrder(
              desk.shelf(),
              List.of(new Pick.OfMoment(new InnerPath("in"), new Moment.At(FIRST))),
              new Destination.InPlace(),
              IfThere.MAKE_ROOM,
              LaterFiles.KEEP);
      var unused =
          desk.recovery()
              .run(
                  new Recovery.RecoveryRequest(
                      order,
                      Optional.of(desk.folder()),
                      "maren",
                      run,
                      desk.files().getPath("/" + run),
                      new HashSet<>()),
                  Progress.NONE);
      for (int i = 0; i < Rounds.FILES; i++) {
        if (!Files.readString(desk.file("in/f" + i)).equals(Rounds.text(i, 0))) {
          return false;
        }
      }
      return true;
    }

    @Override
    Set<Rounds.Told> wanted(Set<Rounds.Told> before) {
      Set<Rounds.Told> all = new HashSet<>(before);
      for (int i = 0; i < Rounds.FILES; i++) {
        all.add(Rounds.Told.of("in/f" + i, LAST, Rounds.text(i, LAST)));
        all.add(Rounds.Told.of("in/f" + i, LAST + 1, Rounds.text(i, 0)));
      }
      return all;
    }
  },

  /** Of each file all but the newest is let go. */
  THINNING {
    @Override
    boolean run(FaultyDesk desk) throws IOException {
      return letGo(desk, THINNING::goes);
    }

    @Override
    boolean goes(String name, int number) {
      return name.startsWith("in/f") && number < LAST - 1;
    }
  },

  ERASING {
    @Override
    boolean run(FaultyDesk desk) throws IOException {
      return letGo(desk, ERASING::goes);
    }

    @Override
    boolean goes(String name, int number) {
      return name.equals("in/f0");
    }
  },

  /** With deleting what packing retired. */
  PACKING {
    @Override
    boolean run(FaultyDesk desk) throws IOException {
      int packed =
          new Upkeep(desk.catalogue(), desk.journal(), 2).run(desk.now(), "maren").packed();
      desk.clock().forward(Upkeep.RETIRED_FOR.plusMinutes(1));
      var unused = new Upkeep(desk.catalogue(), desk.journal(), 2).run(desk.now(), "maren");
      return packed >= 0;
    }
  },

  /** What lies in the store is compressed as hard as it can be. */
  PRESSING {
    @Override
    void prepare(FaultyDesk desk) throws IOException {
      StringBuilder orders = new StringBuilder();
      Random random = new Random(5);
      for (int i = 0; i < ORDERS; i++) {
        orders.append(
            "order %d;boat %d;%d\n".formatted(i, random.nextInt(90), random.nextInt(9000)));
      }
      desk.write("in/orders.csv", orders.toString());
      var unused = desk.capture();
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      desk.catalogue().catchUp();
      for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
        List<FinishedSheaf> pressed =
            new Pressing(desk.store(), desk.catalogue()).press(sheaf, bytes -> {});
        if (!pressed.isEmpty()
            && !desk.journal().replace(Act.PACK, pressed, List.of(sheaf), desk.now(), "maren")) {
          return false;
        }
      }
      desk.clock().forward(Upkeep.RETIRED_FOR.plusMinutes(1));
      var unused = new Upkeep(desk.catalogue(), desk.journal()).run(desk.now(), "maren");
      return true;
    }

    @Override
    boolean isDone(FaultyDesk desk, Path disk) throws IOException {
      for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
        if (!new Pressing(desk.store(), desk.catalogue()).press(sheaf, bytes -> {}).isEmpty()) {
          return false;
        }
      }
      return true;
    }
  },

  FOLDING {
    @Override
    void prepare(FaultyDesk desk) throws IOException {
      Revision first = desk.catalogue().files().history(1).get(0);
      for (int i = 0; i < FOLDED; i++) {
        var unused =
            desk.journal()
                .commit(
                    new Journal.Draft(
                        Act.NOTE,
                        OptionalLong.of(desk.shelf()),
                        desk.now(),
                        "maren",
                        OptionalLong.empty(),
                        false,
                        List.of(new Proposal.Note(first.key(), "note " + i))));
      }
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      desk.catalogue().catchUp();
      int unused = desk.store().log().fold(desk.catalogue().commits());
      return !desk.store().log().isWorthFolding(desk.catalogue().commits());
    }
  },

  MIRRORING {
    @Override
    void prepare(FaultyDesk desk) throws IOException {
      bringUp(desk);
      Rounds.write(desk, LAST);
      var unused = desk.capture();
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      bringUp(desk);
      return true;
    }

    @Override
    boolean isDone(FaultyDesk desk, Path disk) throws IOException {
      Path tables = disk.resolve("mirror.sqlite");
      Catalogue.discard(tables);
      try (Store copy = Store.openForReading(mirror(desk), other(), Encrypting.ring());
          Catalogue catalogue = Catalogue.open(copy, tables)) {
        catalogue.catchUp();
        return Rounds.told(catalogue).equals(Rounds.told(desk.catalogue()));
      }
    }
  },

  /** From a mirror: a sheaf that is hurt, one that is gone, and a commit that is gone. */
  REPAIRING {
    @Override
    void prepare(FaultyDesk desk) throws IOException {
      bringUp(desk);
      desk.closeStore();
      List<Path> sheaves;
      try (var files = Files.walk(desk.storeFolder())) {
        sheaves = files.filter(file -> file.toString().endsWith(".sheaf")).sorted().toList();
      }
      byte[] bytes = Files.readAllBytes(sheaves.get(1));
      bytes[bytes.length / 2] ^= 8;
      Files.write(sheaves.get(1), bytes);
      Files.delete(sheaves.get(2));
      try (var files = Files.walk(desk.storeFolder())) {
        for (Path file : files.filter(one -> one.toString().endsWith("2.seg")).toList()) {
          Files.delete(file);
        }
      }
      desk.open();
    }

    @Override
    Set<Rounds.Told> wanted(Set<Rounds.Told> before) {
      return Rounds.recorded(LAST);
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      LocalDurability durability = LocalDurability.probe(desk.files().getPath("/elsewhere"));
      try (Mirror mirror = Mirror.of(desk.store(), mirror(desk), durability, other())) {
        int unusedCommits = mirror.healLog(desk.store());
        List<SheafId> wrong = new ArrayList<>();
        for (SheafId sheaf : desk.catalogue().ledger().sheaves()) {
          if (!desk.store().verification().deep(sheaf).damage().isEmpty()) {
            wrong.add(sheaf);
          }
        }
        // What it could not put there, as while the drive is away, it does not say to be whole.
        int healed = mirror.heal(desk.store(), wrong, bytes -> {}).size();
        long end = desk.catalogue().commits();
        int unusedCopies = desk.store().log().mend(desk.store().log().hurt(end), end);
        return healed == wrong.size();
      }
    }
  },

  KEY_CHANGE {
    @Override
    Optional<Secrecy> secrecy() {
      return Optional.of(of(Encrypting.PASSPHRASE));
    }

    @Override
    boolean run(FaultyDesk desk) throws IOException {
      desk.store().protect(of(NEXT));
      return true;
    }

    @Override
    boolean isDone(FaultyDesk desk, Path disk) throws IOException {
      try (Store store =
          Store.open(
              desk.storeFolder(),
              LocalDurability.probe(desk.files().getPath("/")),
              other(),
              new KeyRing().with(NEXT))) {
        return store.key().isPresent();
      }
    }
  };

  /** The number of the round that is still to come; so many were recorded. */
  private static final int LAST = 3;

  private static final int FOLDED = 1_000;

  private static final int ORDERS = 2_000;

  private static final Instant FIRST = TestDesk.START.plus(Duration.ofMinutes(90));

  private static final AtomicLong PROGRAMS = new AtomicLong(1_000);

  private static final Passphrase NEXT = Passphrase.of("sail loft 17");

  /**
   * Plays it.
   *
   * @return whether it says that all of it is done
   */
  abstract boolean run(FaultyDesk desk) throws IOException;

  /** What is there before it is played. */
  void prepare(FaultyDesk desk) throws IOException {}

  Optional<Secrecy> secrecy() {
    return Encrypting.wanted();
  }

  /** Whether this revision goes. */
  boolean goes(String name, int number) {
    return false;
  }

  /** What is told once it is done. */
  Set<Rounds.Told> wanted(Set<Rounds.Told> before) {
    Set<Rounds.Told> wanted = new HashSet<>(before);
    wanted.removeIf(told -> goes(told.name(), told.number()));
    return wanted;
  }

  /** Whether it has done what no history tells. */
  boolean isDone(FaultyDesk desk, Path disk) throws IOException {
    return true;
  }

  /** A desk on which it can be played; it is closed, and copied for each time. */
  FaultyDesk template(Path disk) throws IOException {
    FaultyDesk desk = new FaultyDesk(disk, secrecy());
    desk.setKeys(() -> Encrypting.ring().with(NEXT));
    for (int round = 0; round < LAST; round++) {
      Rounds.write(desk, round);
      Files.write(desk.file("noise.bin"), Rounds.noise(round));
      var unused = desk.capture();
    }
    prepare(desk);
    return desk;
  }

  private interface Going {
    boolean goes(String name, int number);
  }

  private static boolean letGo(FaultyDesk desk, Going going) throws IOException {
    desk.catalogue().catchUp();
    List<Revision> goes = new ArrayList<>();
    for (long id = 1; id <= desk.catalogue().files().lastFile(); id++) {
      Optional<RecordedFile> file = desk.catalogue().files().file(id);
      if (file.isPresent()) {
        for (Revision revision : desk.catalogue().files().history(id)) {
          if (going.goes(file.get().path().shown(), revision.number())) {
            goes.add(revision);
          }
        }
      }
    }
    if (goes.isEmpty()) {
      int unused = Upkeep.deleteErased(desk.catalogue());
      return true;
    }
    Erasing erasing = new Erasing(desk.catalogue(), desk.journal());
    Erasing.Prepared prepared = erasing.prepare(desk.shelf(), goes);
    return erasing.commit(prepared, desk.now(), "maren", Optional.empty()).isPresent();
  }

  /** Each program has its own: names of files that are being written must differ. */
  private static Random other() {
    return new Random(PROGRAMS.incrementAndGet());
  }

  private static Path mirror(FaultyDesk desk) {
    return desk.files().getPath("/elsewhere/mirror");
  }

  private static void bringUp(FaultyDesk desk) throws IOException {
    desk.catalogue().catchUp();
    Files.createDirectories(mirror(desk).getParent());
    LocalDurability durability = LocalDurability.probe(desk.files().getPath("/elsewhere"));
    try (Mirror mirror = Mirror.of(desk.store(), mirror(desk), durability, other())) {
      var unused =
          mirror.bringUp(
              desk.store(),
              desk.catalogue().commits(),
              desk.catalogue().ledger().sheaves(),
              desk.catalogue()::areRetired,
              desk.now(),
              bytes -> {});
    }
  }

  private static Secrecy of(Passphrase passphrase) {
    return new Secrecy(passphrase, new Stretching(64, 1, 1), Optional.empty());
  }
}
