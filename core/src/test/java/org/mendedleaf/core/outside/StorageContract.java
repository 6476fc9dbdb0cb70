package org.mendedleaf.core.outside;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.outside.StorageSettings.Kept;
import org.mendedleaf.core.progress.Progress;

/** What every storage does, whatever it is; each adapter is held to it. */
public abstract class StorageContract {

  private static final InnerPath LIST = new InnerPath("papers/price list.csv");
  private static final InnerPath OTHER = new InnerPath("other.txt");

  /** A storage without these powers, empty and keeping, if such a one can be had. */
  protected abstract Storage without(Set<Power> missing) throws IOException;

  /** Lets time go on for the storage. */
  protected abstract void pass(Duration time) throws IOException;

  private static Powers powers(Set<Power> missing) {
    Map<Power, String> reasons = new EnumMap<>(Power.class);
    missing.forEach(power -> reasons.put(power, "There is no " + power + " here."));
    return new Powers(reasons);
  }

  /** For those that are told their powers. */
  protected static Powers powersWithout(Set<Power> missing) {
    return powers(missing);
  }

  private static Outgoing of(String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    return new Outgoing() {
      @Override
      public long size() {
        return bytes.length;
      }

      @Override
      public InputStream open() {
        return new ByteArrayInputStream(bytes);
      }
    };
  }

  private State put(Storage storage, InnerPath path, String text) throws IOException {
    Optional<OutsideFile> there = storage.file(path).filter(one -> !one.isRemoved());
    Seen seen = new Seen(there.map(one -> one.newest().id()));
    pass(Duration.ofMinutes(1));
    return storage.put(path, of(text), seen, Optional.empty(), Progress.NONE);
  }

  private static String read(Storage storage, InnerPath path, State state) throws IOException {
    try (InputStream in = storage.open(path, state.id())) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static List<String> texts(Storage storage, InnerPath path) throws IOException {
    List<String> texts = new ArrayList<>();
    for (State state : storage.states(path)) {
      texts.add(read(storage, path, state));
    }
    return texts;
  }

  private static void fails(Trouble trouble, ThrowingCallable act) {
    assertThatThrownBy(act)
        .isInstanceOfSatisfying(
            StorageException.class, e -> assertThat(e.trouble()).isEqualTo(trouble))
        .message()
        .isNotBlank();
  }

  @Test
  void earlierStatesStayWithTheirBytes() throws Exception {
    try (Storage storage = without(Set.of())) {
      put(storage, LIST, "one");
      State second = put(storage, LIST, "second");
      assertThat(texts(storage, LIST)).containsExactly("second", "one");
      assertThat(storage.file(LIST).orElseThrow().newest()).isEqualTo(second);
      assertThat(second.size()).isEqualTo(6);
      List<Instant> times = storage.states(LIST).stream().map(State::at).toList();
      assertThat(times.get(0)).isAfter(times.get(1));
      assertThat(storage.states(OTHER)).isEmpty();
    }
  }

  @Test
  void nothingIsPutOverWhatNobodyLookedAt() throws Exception {
    try (Storage storage = without(Set.of())) {
      State first = put(storage, LIST, "one");
      put(storage, LIST, "somebody else's");
      for (Seen seen : List.of(Seen.of(first), Seen.NOTHING)) {
        fails(
            Trouble.CHANGED,
            () -> storage.put(LIST, of("mine"), seen, Optional.empty(), Progress.NONE));
        fails(Trouble.CHANGED, () -> storage.remove(LIST, seen));
      }
      assertThat(texts(storage, LIST)).containsExactly("somebody else's", "one");
    }
  }

  @Test
  void aRemovedFileComesBackWithAllItsStates() throws Exception {
    try (Storage storage = without(Set.of())) {
      put(storage, LIST, "one");
      State second = put(storage, LIST, "two");
      storage.remove(LIST, Seen.of(second));
      assertThat(storage.file(LIST).orElseThrow().isRemoved()).isTrue();
      assertThat(texts(storage, LIST)).containsExactly("two", "one");
      storage.bringBack(LIST);
      assertThat(storage.file(LIST).orElseThrow().isRemoved()).isFalse();
      assertThat(texts(storage, LIST)).containsExactly("two", "one");
    }
  }

  @Test
  void whatIsListedIsWhatIsThere() throws Exception {
    try (Storage storage = without(Set.of())) {
      put(storage, LIST, "one");
      State other = put(storage, OTHER, "other");
      storage.remove(OTHER, Seen.of(other));
      List<InnerPath> all = new ArrayList<>();
      storage.list(InnerPath.ROOT, file -> all.add(file.path()), Progress.NONE);
      assertThat(all).containsExactlyInAnyOrder(LIST, OTHER);
      List<InnerPath> inFolder = new ArrayList<>();
      storage.list(LIST.folder(), file -> inFolder.add(file.path()), Progress.NONE);
      assertThat(inFolder).containsExactly(LIST);
    }
  }

  @Test
  void erasingTheNewestMakesTheOneBeforeCurrentAndErasingTheLastLeavesNothing() throws Exception {
    try (Storage storage = without(Set.of())) {
      State first = put(storage, LIST, "one");
      State second = put(storage, LIST, "two");
      storage.erase(LIST, second.id());
      assertThat(storage.file(LIST).orElseThrow().newest().id()).isEqualTo(first.id());
      fails(Trouble.GONE, () -> storage.open(LIST, second.id()).close());
      storage.erase(LIST, first.id());
      assertThat(storage.file(LIST)).isEmpty();
      assertThat(storage.states(LIST)).isEmpty();
    }
  }

  /** Ids may be typed, and are addresses in some storages. */
  @Test
  void aStateOfAnotherFileIsNotMeant() throws Exception {
    try (Storage storage = without(Set.of())) {
      put(storage, LIST, "one");
      State other = put(storage, OTHER, "other");
      fails(Trouble.GONE, () -> storage.erase(LIST, other.id()));
      fails(Trouble.GONE, () -> storage.hold(LIST, other.id(), true));
      fails(Trouble.GONE, () -> storage.erase(LIST, new StateId("/files/other.txt")));
      assertThat(texts(storage, OTHER)).containsExactly("other");
      assertThat(texts(storage, LIST)).containsExactly("one");
    }
  }

  @Test
  void whatIsHeldIsNotErased() throws Exception {
    try (Storage storage = without(Set.of())) {
      State first = put(storage, LIST, "one");
      put(storage, LIST, "two");
      storage.hold(LIST, first.id(), true);
      fails(Trouble.HELD, () -> storage.erase(LIST, first.id()));
      fails(Trouble.HELD, () -> storage.eraseAll(LIST));
      assertThat(texts(storage, LIST)).containsExactly("two", "one");
      storage.hold(LIST, first.id(), false);
      storage.eraseAll(LIST);
      assertThat(storage.file(LIST)).isEmpty();
    }
  }

  @Test
  void whilePausedWhatIsReplacedDoesNotStay() throws Exception {
    try (Storage storage = without(Set.of())) {
      put(storage, LIST, "one");
      put(storage, LIST, "two");
      storage.set(storage.settings(), storage.settings().with(Kept.PAUSED));
      put(storage, LIST, "three");
      assertThat(texts(storage, LIST)).containsExactly("three", "one");
      storage.set(storage.settings(), storage.settings().with(Kept.ON));
      put(storage, LIST, "four");
      assertThat(texts(storage, LIST)).containsExactly("four", "three", "one");
    }
  }

  @Test
  void theOldestGoWhereTheNumberIsLimited() throws Exception {
    try (Storage storage = without(Set.of())) {
      storage.set(storage.settings(), storage.settings().withMostStates(2));
      put(storage, LIST, "one");
      put(storage, LIST, "two");
      put(storage, LIST, "three");
      assertThat(texts(storage, LIST)).containsExactly("three", "two");
    }
  }

  @Test
  void settingsThatSomebodyChangedAreNotOverwritten() throws Exception {
    try (Storage storage = without(Set.of())) {
      StorageSettings seen = storage.settings();
      storage.set(seen, seen.with(Kept.PAUSED));
      fails(Trouble.CHANGED, () -> storage.set(seen, seen.withMostStates(9)));
      assertThat(storage.settings()).isEqualTo(seen.with(Kept.PAUSED));
    }
  }

  @Test
  void aSnapshotHasWhatStoodThereAndPutsItBack() throws Exception {
    try (Storage storage = without(Set.of())) {
      put(storage, LIST, "one");
      OutsideSnapshot snapshot = storage.takeSnapshot("before the fair");
      put(storage, LIST, "two");
      put(storage, OTHER, "came since");
      assertThat(storage.snapshots()).containsExactly(snapshot);
      State then = storage.in(snapshot, LIST).orElseThrow();
      assertThat(read(storage, LIST, then)).isEqualTo("one");
      assertThat(storage.in(snapshot, OTHER)).isEmpty();
      storage.putBack(snapshot, LIST);
      assertThat(texts(storage, LIST).get(0)).isEqualTo("one");
      assertThat(texts(storage, OTHER)).containsExactly("came since");
      storage.putBack(snapshot, InnerPath.ROOT);
      assertThat(storage.file(OTHER).filter(one -> !one.isRemoved())).isEmpty();
    }
  }

  /** What cannot be done is said with its reason, and nothing is done instead. */
  @ParameterizedTest
  @EnumSource
  void anActWithoutItsPowerSaysWhy(Power power) throws Exception {
    Set<Power> missing =
        power == Power.HIDING || power == Power.BIN
            ? Set.of(Power.HIDING, Power.BIN)
            : Set.of(power);
    try (Storage storage = without(missing)) {
      State first = put(storage, LIST, "one");
      ThrowingCallable act = actOf(power, storage, first);
      assertThat(storage.powers().has(power)).isFalse();
      assertThat(storage.powers().whyNot(power)).isPresent();
      if (act != null) {
        fails(Trouble.LACKING, act);
      }
      assertThat(texts(storage, LIST)).containsExactly("one");
      assertThat(first.number().isPresent()).isEqualTo(power != Power.NUMBERS);
      assertThat(first.who().isPresent()).isEqualTo(power != Power.WHO);
      assertThat(first.checksum().isPresent()).isEqualTo(power != Power.CHECKSUMS);
      assertThat(storage.used().isPresent()).isEqualTo(power != Power.ROOM);
    }
  }

  private static ThrowingCallable actOf(Power power, Storage storage, State state)
      throws IOException {
    StorageSettings seen = storage.settings();
    return switch (power) {
      case SWITCH -> () -> storage.set(seen, seen.with(Kept.PAUSED));
      case NOTES ->
          () -> storage.put(LIST, of("two"), Seen.of(state), Optional.of("a note"), Progress.NONE);
      case HIDING, BIN -> () -> storage.remove(LIST, Seen.of(state));
      case ERASING_STATES -> () -> storage.erase(LIST, state.id());
      case HOLDS -> () -> storage.hold(LIST, state.id(), true);
      case SNAPSHOTS -> storage::snapshots;
      case SNAPSHOTS_BY_HAND -> () -> storage.takeSnapshot("now");
      case LIMIT_BY_NUMBER -> () -> storage.set(seen, seen.withMostStates(9));
      default -> null;
    };
  }
}
