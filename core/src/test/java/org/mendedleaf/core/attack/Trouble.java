package org.mendedleaf.core.attack;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.oracle.FaultyDesk;
import org.mendedleaf.core.oracle.FaultyFileSystem;
import org.mendedleaf.core.oracle.FaultyFileSystem.Operation;
import org.mendedleaf.core.oracle.PowerCut;

/** What may happen at any operation of an act on a store. */
enum Trouble {

  /** Nothing that lasts succeeds from then on. */
  DIES {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return isLasting(operation);
    }

    @Override
    void strikes(Struck at) throws IOException {
      throw new IOException("the process is dead");
    }

    @Override
    boolean goesOn() {
      return true;
    }
  },

  /** What was not forced by then is lost, or arrived in another order. */
  POWER {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return operation != Operation.READ && operation != Operation.LOOK;
    }

    @Override
    void strikes(Struck at) {
      throw new PowerCut.Now();
    }

    @Override
    boolean goesOn() {
      return true;
    }
  },

  /** Nothing more fits on any drive from then on; deleting goes on. */
  FULL {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return (operation == Operation.WRITE && bytes > 0) || operation == Operation.CREATE_FOLDER;
    }

    @Override
    void strikes(Struck at) throws IOException {
      throw new IOException("No space left on device");
    }

    @Override
    boolean goesOn() {
      return true;
    }
  },

  /** One reading fails, the next one succeeds. */
  UNREADABLE {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return operation == Operation.READ && bytes > 0;
    }

    @Override
    void strikes(Struck at) throws IOException {
      throw new IOException("Input/output error");
    }
  },

  /**
   * Each writing takes fewer bytes than it is given: that is no error, and the rest is to follow.
   */
  SHORT_WRITES {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return operation == Operation.WRITE && bytes > 1;
    }

    @Override
    void strikes(Struck at) {
      // The number of bytes is what is wrong.
    }

    @Override
    int taken(int bytes, Random random) {
      return bytes > 1 ? 1 + random.nextInt(bytes) : bytes;
    }
  },

  /** A writing is cut off in its middle, and nothing that lasts succeeds afterwards. */
  TORN_WRITE {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return isLasting(operation) && (operation != Operation.WRITE || bytes > 1);
    }

    @Override
    void strikes(Struck at) throws IOException {
      if (at.first() && at.bytes() > 1) {
        throw new FaultyFileSystem.CutWrite(at.random().nextInt((int) at.bytes()));
      }
      throw new IOException("the process is dead");
    }

    @Override
    boolean goesOn() {
      return true;
    }
  },

  /** The store's drive is taken away, and is back before the act ends or not. */
  DRIVE_GONE {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return path.toString().startsWith("/store/");
    }

    @Override
    void strikes(Struck at) throws IOException {
      if (at.since() < 60) {
        throw new NoSuchFileException(at.path().toString());
      }
    }

    @Override
    boolean goesOn() {
      return true;
    }
  },

  /** The computer's clock leaps. */
  CLOCK {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return isLasting(operation);
    }

    @Override
    void strikes(Struck at) {
      at.desk().clock().forward(LEAPS.get(at.random().nextInt(LEAPS.size())));
    }
  },

  /** Another desk commits to the same store in between. */
  NEIGHBOUR {
    @Override
    boolean counts(Operation operation, Path path, long bytes) {
      return isLasting(operation);
    }

    @Override
    void strikes(Struck at) throws IOException {
      Path tables = Files.createTempDirectory("neighbour");
      at.desk()
          .neighbour(
              tables,
              (journal, catalogue) -> {
                Proposal shelf = new Proposal.NewShelf("Neighbour", ShelfKind.WORKING, "/other");
                var unused =
                    journal.commit(
                        new Journal.Draft(
                            Act.SHELF,
                            OptionalLong.empty(),
                            at.desk().now(),
                            "tove",
                            OptionalLong.empty(),
                            false,
                            List.of(shelf)));
              });
    }
  };

  private static final List<Duration> LEAPS =
      List.of(
          Duration.ofSeconds(-1),
          Duration.ofHours(-1),
          Duration.ofHours(2),
          Duration.ofDays(-3),
          Duration.ofDays(400),
          Duration.ofDays(-400),
          Duration.ofDays(40_000),
          Duration.ofDays(-7_000));

  /**
   * Where it strikes.
   *
   * @param since how many operations that count came after the one at which it began
   */
  record Struck(FaultyDesk desk, Path path, long bytes, long since, Random random) {
    boolean first() {
      return since == 0;
    }
  }

  /** Whether it can strike at this operation. */
  abstract boolean counts(Operation operation, Path path, long bytes);

  abstract void strikes(Struck at) throws IOException;

  /** Whether it also strikes at whatever comes later. */
  boolean goesOn() {
    return false;
  }

  int taken(int bytes, Random unused) {
    return bytes;
  }

  private static boolean isLasting(Operation operation) {
    return operation == Operation.WRITE
        || operation == Operation.MOVE
        || operation == Operation.LINK
        || operation == Operation.DELETE;
  }

  /**
   * Lets it strike at this operation among those that count.
   *
   * @param struck is told when it does
   */
  void befalls(FaultyDesk desk, long point, Random random, Runnable struck) {
    Trouble trouble = this;
    desk.files()
        .setFaults(
            new FaultyFileSystem.Faults() {
              private long counted;
              private boolean striking;

              @Override
              public synchronized void before(Operation operation, Path path, long bytes)
                  throws IOException {
                if (striking || !trouble.counts(operation, path, bytes)) {
                  return;
                }
                long since = counted++ - point;
                if (since == 0 || (since > 0 && trouble.goesOn())) {
                  if (since == 0) {
                    struck.run();
                  }
                  striking = true;
                  try {
                    trouble.strikes(new Struck(desk, path, bytes, since, random));
                  } finally {
                    striking = false;
                  }
                }
              }

              @Override
              public synchronized int taken(Path path, int bytes) {
                return trouble.taken(bytes, random);
              }
            });
  }
}
