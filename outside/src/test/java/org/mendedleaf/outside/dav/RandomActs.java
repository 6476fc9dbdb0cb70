package org.mendedleaf.outside.dav;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.MemoryStorage;
import org.mendedleaf.core.outside.OutsideFile;
import org.mendedleaf.core.outside.Power;
import org.mendedleaf.core.outside.Powers;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.Storage;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageSettings;
import org.mendedleaf.core.outside.StorageSettings.Kept;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.standin.Fault;
import org.mendedleaf.standin.StandIn;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Trait;

/** Acts by two clients on a stand-in of any traits, each also done to the reference. */
final class RandomActs implements AutoCloseable {

  private static final List<InnerPath> PATHS =
      List.of(
          new InnerPath("list.csv"),
          new InnerPath("papers/letter to Mr Öström.odt"),
          new InnerPath("papers/100 % cotton & rope.txt"),
          new InnerPath("plans/jib/cut #2.pdf"));

  private static final List<Power> OPTIONAL =
      List.of(
          Power.SWITCH,
          Power.NUMBERS,
          Power.NOTES,
          Power.WHO,
          Power.HIDING,
          Power.BIN,
          Power.ERASING_STATES,
          Power.HOLDS,
          Power.LIMIT_BY_NUMBER,
          Power.LIMIT_BY_AGE,
          Power.CHECKSUMS,
          Power.DRAFTS);

  /** One thing that is done to both. */
  private interface Act {
    void on(Storage storage) throws IOException;
  }

  private final long seed;
  private final Random random;
  private final StandIn standIn;
  private final List<DavStorage> clients = new ArrayList<>();
  private final MemoryStorage reference;
  private final List<String> done = new ArrayList<>();
  private Instant now = Instant.parse("2026-03-02T08:00:00Z");
  private int texts;

  RandomActs(Path folder, long seed) throws IOException {
    this.seed = seed;
    random = new Random(seed);
    Map<Power, String> missing = new EnumMap<>(Power.class);
    Set<Trait> traits = EnumSet.allOf(Trait.class);
    traits.remove(Trait.UNNUMBERED_FIRST);
    for (Power power : OPTIONAL) {
      if (random.nextInt(4) == 0) {
        missing.put(power, "This is not here.");
        traits.remove(Trait.valueOf(power.name()));
      }
    }
    if (random.nextBoolean()) {
      traits.remove(Trait.CONDITIONAL);
    }
    standIn = StandIn.start(folder, traits, Terms.ALL, Map.of(), 0, () -> now);
    standIn.faults().slow(3_000);
    for (String who : List.of("Maren", "Jonas")) {
      clients.add(
          new DavConnection(
                  standIn.address(),
                  Optional.of(new DavConnection.Login(who, "tide")),
                  Duration.ofSeconds(2))
              .open(time -> {}));
    }
    StorageSettings settings =
        new StorageSettings(
            Kept.ON,
            OptionalInt.empty(),
            Optional.empty(),
            Optional.empty(),
            OptionalLong.empty(),
            Optional.empty(),
            OptionalInt.empty());
    reference = new MemoryStorage(new Powers(missing), settings, () -> now, "Maren");
  }

  void run(int many) throws IOException {
    for (int i = 0; i < many; i++) {
      now = now.plus(Duration.ofMinutes(1 + random.nextInt(60)));
      InnerPath path = PATHS.get(random.nextInt(PATHS.size()));
      Act act = act(path);
      DavStorage client = clients.get(random.nextInt(2));
      Optional<Fault> fault = fault();
      fault.ifPresent(one -> standIn.faults().next(one, method -> !method.equals("UNLOCK")));
      Optional<Trouble> there = outcome(client, act);
      standIn.faults().none();
      if (fault.isPresent() && there.isPresent() && isUncertain(there.get())) {
        // Whoever is told so looks before trying again; so does this.
        if (!histories(clients.get(0), path).equals(histories(reference, path))) {
          outcome(reference, act);
        }
      } else {
        assertThat(there.map(one -> one.kind()))
            .as("outcome of the last of %s, seed %d", done, seed)
            .isEqualTo(outcome(reference, act).map(one -> one.kind()));
      }
      compare(path);
    }
    for (InnerPath path : PATHS) {
      compare(path);
    }
  }

  /** What went wrong; a wrong kind of exception is one of its own. */
  private record Trouble(StorageException.Trouble kind, String sentence) {}

  private static boolean isUncertain(Trouble trouble) {
    return trouble.kind() == StorageException.Trouble.AWAY
        || trouble.kind() == StorageException.Trouble.DAMAGED
        || trouble.kind() == StorageException.Trouble.REFUSED;
  }

  private static Optional<Trouble> outcome(Storage storage, Act act) throws IOException {
    try {
      act.on(storage);
      return Optional.empty();
    } catch (StorageException e) {
      assertThat(e.getMessage()).endsWith(".");
      return Optional.of(new Trouble(e.trouble(), e.getMessage()));
    }
  }

  private Optional<Fault> fault() {
    Fault[] all = {Fault.CUT_OFF, Fault.REFUSED, Fault.BUSY};
    return random.nextInt(6) == 0 ? Optional.of(all[random.nextInt(all.length)]) : Optional.empty();
  }

  private void compare(InnerPath path) throws IOException {
    assertThat(histories(clients.get(random.nextInt(2)), path))
        .as("“%s” after %s, seed %d", path, done, seed)
        .isEqualTo(histories(reference, path));
  }

  /** All that can be told of a file, but times and names of states. */
  private static List<String> histories(Storage storage, InnerPath path) throws IOException {
    List<String> all = new ArrayList<>();
    Optional<OutsideFile> file = storage.file(path);
    all.add(file.map(one -> one.isRemoved() ? "removed" : "there").orElse("nothing"));
    for (State state : storage.states(path)) {
      try (InputStream in = storage.open(path, state.id())) {
        all.add(
            new String(in.readAllBytes(), StandardCharsets.UTF_8)
                + state.note().orElse("")
                + (state.isHeld() ? " held" : ""));
      }
    }
    return all;
  }

  private Act act(InnerPath path) {
    String text = "content " + ++texts;
    int which = random.nextInt(100);
    int pick = random.nextInt(100);
    if (which < 40) {
      Optional<String> note = pick < 20 ? Optional.of("note " + texts) : Optional.empty();
      return said(
          "put " + path + note,
          to -> to.put(path, TriedStorage.of(text), seen(to, path), note, Progress.NONE));
    } else if (which < 46) {
      return said(
          "put unseen " + path,
          to -> to.put(path, TriedStorage.of(text), Seen.NOTHING, Optional.empty(), Progress.NONE));
    } else if (which < 58) {
      return said("remove " + path, to -> to.remove(path, seen(to, path)));
    } else if (which < 70) {
      return said("bring back " + path, to -> to.bringBack(path));
    } else if (which < 78) {
      return said("erase " + path + pick, to -> withState(to, path, pick, to::erase));
    } else if (which < 82) {
      return said("erase all " + path, to -> to.eraseAll(path));
    } else if (which < 88) {
      boolean isHeld = pick % 3 != 0;
      return said(
          "hold " + path + pick + isHeld,
          to -> withState(to, path, pick, (of, state) -> to.hold(of, state, isHeld)));
    } else if (which < 92) {
      Kept kept = pick % 2 == 0 ? Kept.PAUSED : Kept.ON;
      return said("set " + kept, to -> to.set(to.settings(), to.settings().with(kept)));
    } else if (which < 95) {
      int most = 1 + pick % 4;
      return said(
          "at most " + most, to -> to.set(to.settings(), to.settings().withMostStates(most)));
    }
    return said("days go by", to -> now = now.plus(Duration.ofHours(pick / 2)));
  }

  private Act said(String words, Act act) {
    done.add(words);
    return act;
  }

  private static Seen seen(Storage storage, InnerPath path) throws IOException {
    return TriedStorage.seen(storage, path);
  }

  /** Something done to a state. */
  private interface ToState {
    void on(InnerPath path, org.mendedleaf.core.outside.StateId state) throws IOException;
  }

  private static void withState(Storage storage, InnerPath path, int pick, ToState act)
      throws IOException {
    List<State> states = storage.states(path);
    if (!states.isEmpty()) {
      act.on(path, states.get(pick % states.size()).id());
    }
  }

  @Override
  public void close() throws IOException {
    for (DavStorage one : clients) {
      one.close();
    }
    standIn.close();
  }
}
