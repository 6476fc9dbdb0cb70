package org.mendedleaf.core.outside;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.outside.StorageSettings.Kept;
import org.mendedleaf.core.progress.Progress;

/**
 * A storage in memory that does what {@link Storage} says and nothing else: what real ones are held
 * against. Two of them can share what they have, as two clients do.
 */
public final class MemoryStorage implements Storage {

  private record Stored(State state, byte[] bytes) {}

  /** A file with its states, the oldest first; never none. */
  private static final class StoredFile {
    private final List<Stored> states = new ArrayList<>();
    private Optional<OutsideFile.Hidden> hidden = Optional.empty();
    private int lastNumber;

    Stored newest() {
      return states.get(states.size() - 1);
    }

    StoredFile copy() {
      StoredFile copy = new StoredFile();
      copy.states.addAll(states);
      copy.hidden = hidden;
      copy.lastNumber = lastNumber;
      return copy;
    }
  }

  private final Powers powers;
  private final InstantSource clock;
  private final String who;
  private final Map<InnerPath, StoredFile> files = new TreeMap<>();
  private final Map<OutsideSnapshot, Map<InnerPath, Stored>> taken = new LinkedHashMap<>();
  private StorageSettings settings;
  private int lastId;

  /**
   * @param who makes its states
   */
  public MemoryStorage(Powers powers, StorageSettings settings, InstantSource clock, String who) {
    this.powers = powers;
    this.settings = settings;
    this.clock = clock;
    this.who = who;
  }

  @Override
  public Powers powers() {
    return powers;
  }

  @Override
  public synchronized StorageSettings settings() {
    return settings;
  }

  @Override
  public synchronized void set(StorageSettings seen, StorageSettings wanted)
      throws StorageException {
    if (!seen.equals(settings)) {
      throw new StorageException(
          Trouble.CHANGED, "The settings were changed meanwhile. Nothing was set; look again.");
    }
    need(Power.SWITCH, !seen.kept().equals(wanted.kept()));
    need(Power.LIMIT_BY_NUMBER, !seen.mostStates().equals(wanted.mostStates()));
    need(Power.LIMIT_BY_AGE, !seen.longest().equals(wanted.longest()));
    need(Power.LIMIT_BY_ROOM, !seen.room().equals(wanted.room()));
    need(Power.BIN, !seen.inBin().equals(wanted.inBin()));
    need(Power.SCHEDULE, !seen.schedule().equals(wanted.schedule()));
    need(Power.SCHEDULE, !seen.mostSnapshots().equals(wanted.mostSnapshots()));
    settings = wanted;
  }

  private void need(Power power, boolean isWanted) throws StorageException {
    if (isWanted) {
      powers.need(power);
    }
  }

  @Override
  public synchronized void list(InnerPath folder, Consumer<OutsideFile> each, Progress progress)
      throws IOException {
    for (InnerPath path : List.copyOf(files.keySet())) {
      if (path.isWithin(folder)) {
        progress.checkCancelled();
        file(path).ifPresent(each);
      }
    }
  }

  @Override
  public synchronized Optional<OutsideFile> file(InnerPath path) {
    return known(path).map(one -> new OutsideFile(path, one.newest().state(), one.hidden));
  }

  /** What limits have let go is gone whenever somebody looks. */
  private Optional<StoredFile> known(InnerPath path) {
    StoredFile file = files.get(path);
    if (file == null) {
      return Optional.empty();
    }
    if (file.hidden.flatMap(OutsideFile.Hidden::until).filter(this::isPast).isPresent()) {
      files.remove(path);
      return Optional.empty();
    }
    limit(file);
    return Optional.of(file);
  }

  private boolean isPast(Instant time) {
    return !time.isAfter(clock.instant());
  }

  private void limit(StoredFile file) {
    for (int i = file.states.size() - 2; i >= 0; i--) {
      int younger = file.states.size() - 1 - i;
      boolean isTooMany =
          settings.mostStates().isPresent() && younger >= settings.mostStates().getAsInt();
      Instant replaced = file.states.get(i + 1).state().at();
      boolean isTooOld = settings.longest().map(replaced::plus).filter(this::isPast).isPresent();
      if ((isTooMany || isTooOld) && !file.states.get(i).state().isHeld()) {
        file.states.remove(i);
      }
    }
  }

  @Override
  public synchronized List<State> states(InnerPath path) {
    return known(path).stream()
        .flatMap(file -> file.states.stream())
        .map(Stored::state)
        .sorted(Comparator.comparing((State one) -> Integer.parseInt(one.id().text())).reversed())
        .toList();
  }

  @Override
  public synchronized InputStream open(InnerPath path, StateId state) throws IOException {
    return new ByteArrayInputStream(stored(path, state).bytes());
  }

  private Stored stored(InnerPath path, StateId state) throws StorageException {
    return Stream.concat(
            known(path).stream().flatMap(file -> file.states.stream()),
            taken.values().stream().flatMap(all -> Stream.ofNullable(all.get(path))))
        .filter(one -> one.state().id().equals(state))
        .findFirst()
        .orElseThrow(() -> gone(path));
  }

  private static StorageException gone(InnerPath path) {
    return new StorageException(
        Trouble.GONE, "“%s” is not there any more. Nothing was done.".formatted(path.shown()));
  }

  @Override
  public synchronized State put(
      InnerPath path, Outgoing content, Seen seen, Optional<String> note, Progress progress)
      throws IOException {
    need(Power.NOTES, note.isPresent());
    byte[] bytes;
    try (InputStream in = content.open()) {
      bytes = in.readAllBytes();
    }
    progress.checkCancelled();
    check(path, seen);
    StoredFile file = known(path).filter(one -> one.hidden.isEmpty()).orElse(null);
    if (file == null) {
      // A new file where a removed one could still be brought back goes on with its states.
      file = files.computeIfAbsent(path, key -> new StoredFile());
      file.hidden = Optional.empty();
    } else if (settings.kept() != Kept.ON) {
      file.states.remove(file.newest());
    }
    file.lastNumber++;
    State state = state(file.lastNumber, bytes, note);
    file.states.add(new Stored(state, bytes));
    limit(file);
    return state;
  }

  private void check(InnerPath path, Seen seen) throws StorageException {
    Optional<StateId> there =
        known(path).filter(one -> one.hidden.isEmpty()).map(one -> one.newest().state().id());
    if (!there.equals(seen.newest())) {
      throw new StorageException(
          Trouble.CHANGED,
          "Somebody changed “%s” meanwhile. Nothing was done; look at the newest state first."
              .formatted(path.shown()));
    }
  }

  private State state(int number, byte[] bytes, Optional<String> note) {
    lastId++;
    return new State(
        new StateId(Integer.toString(lastId)),
        powers.has(Power.NUMBERS) ? OptionalInt.of(number) : OptionalInt.empty(),
        clock.instant(),
        Optional.empty(),
        bytes.length,
        powers.has(Power.WHO) ? Optional.of(who) : Optional.empty(),
        note,
        powers.has(Power.DRAFTS),
        false,
        powers.has(Power.CHECKSUMS) ? Optional.of(checksum(bytes)) : Optional.empty());
  }

  private static Checksum checksum(byte[] bytes) {
    try {
      byte[] digest = MessageDigest.getInstance("SHA-256").digest(bytes);
      return new Checksum("SHA-256", HexFormat.of().formatHex(digest));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public synchronized void remove(InnerPath path, Seen seen) throws IOException {
    if (!powers.has(Power.BIN)) {
      powers.need(Power.HIDING);
    }
    StoredFile file = known(path).filter(one -> one.hidden.isEmpty()).orElse(null);
    if (file == null) {
      throw gone(path);
    }
    check(path, seen);
    Optional<Instant> until =
        powers.has(Power.HIDING)
            ? Optional.empty()
            : settings.inBin().map(stay -> clock.instant().plus(stay));
    Optional<String> by = powers.has(Power.WHO) ? Optional.of(who) : Optional.empty();
    file.hidden = Optional.of(new OutsideFile.Hidden(clock.instant(), by, until));
  }

  @Override
  public synchronized void bringBack(InnerPath path) throws IOException {
    StoredFile file =
        known(path).filter(one -> one.hidden.isPresent()).orElseThrow(() -> gone(path));
    file.hidden = Optional.empty();
  }

  @Override
  public synchronized void erase(InnerPath path, StateId state) throws IOException {
    powers.need(Power.ERASING_STATES);
    StoredFile file = known(path).orElseThrow(() -> gone(path));
    Stored stored =
        file.states.stream()
            .filter(one -> one.state().id().equals(state))
            .findFirst()
            .orElseThrow(() -> gone(path));
    refuseHeld(path, List.of(stored));
    file.states.remove(stored);
    if (file.states.isEmpty()) {
      files.remove(path);
    }
  }

  @Override
  public synchronized void eraseAll(InnerPath path) throws IOException {
    StoredFile file = known(path).orElseThrow(() -> gone(path));
    refuseHeld(path, file.states);
    files.remove(path);
  }

  private static void refuseHeld(InnerPath path, List<Stored> states) throws StorageException {
    if (states.stream().anyMatch(one -> one.state().isHeld())) {
      throw new StorageException(
          Trouble.HELD, "“%s” is held there. Nothing was erased.".formatted(path.shown()));
    }
  }

  @Override
  public synchronized void hold(InnerPath path, StateId state, boolean isHeld) throws IOException {
    powers.need(Power.HOLDS);
    StoredFile file = known(path).orElseThrow(() -> gone(path));
    Stored stored = stored(path, state);
    State old = stored.state();
    State now =
        new State(
            old.id(),
            old.number(),
            old.at(),
            old.modified(),
            old.size(),
            old.who(),
            old.note(),
            old.isDraft(),
            isHeld,
            old.checksum());
    file.states.set(file.states.indexOf(stored), new Stored(now, stored.bytes()));
  }

  @Override
  public synchronized List<OutsideSnapshot> snapshots() throws IOException {
    powers.need(Power.SNAPSHOTS);
    List<OutsideSnapshot> all = new ArrayList<>(taken.keySet());
    all.sort(Comparator.comparing(OutsideSnapshot::at).reversed());
    return all;
  }

  @Override
  public synchronized OutsideSnapshot takeSnapshot(String label) throws IOException {
    powers.need(Power.SNAPSHOTS_BY_HAND);
    lastId++;
    OutsideSnapshot snapshot =
        new OutsideSnapshot(Integer.toString(lastId), clock.instant(), Optional.of(label), false);
    Map<InnerPath, Stored> all = new TreeMap<>();
    files.forEach(
        (path, file) -> {
          if (file.hidden.isEmpty()) {
            all.put(path, file.newest());
          }
        });
    taken.put(snapshot, all);
    return snapshot;
  }

  @Override
  public synchronized Optional<State> in(OutsideSnapshot snapshot, InnerPath path)
      throws IOException {
    powers.need(Power.SNAPSHOTS);
    return Optional.ofNullable(has(snapshot).get(path)).map(Stored::state);
  }

  private Map<InnerPath, Stored> has(OutsideSnapshot snapshot) throws StorageException {
    Map<InnerPath, Stored> all = taken.get(snapshot);
    if (all == null) {
      throw new StorageException(
          Trouble.GONE, "The snapshot is not there any more. Nothing was done.");
    }
    return all;
  }

  @Override
  public synchronized void putBack(OutsideSnapshot snapshot, InnerPath path) throws IOException {
    Map<InnerPath, Stored> all = has(snapshot);
    boolean isFile = all.containsKey(path);
    powers.need(isFile ? Power.FILE_BACK : Power.FOLDER_BACK);
    files.keySet().removeIf(one -> one.isWithin(path) && !all.containsKey(one));
    all.forEach(
        (one, stored) -> {
          if (one.isWithin(path)) {
            StoredFile file = files.computeIfAbsent(one, key -> new StoredFile()).copy();
            file.hidden = Optional.empty();
            file.lastNumber++;
            file.states.add(
                new Stored(
                    state(file.lastNumber, stored.bytes(), Optional.empty()), stored.bytes()));
            files.put(one, file);
          }
        });
  }

  @Override
  public synchronized OptionalLong used() {
    return powers.has(Power.ROOM)
        ? OptionalLong.of(
            files.values().stream()
                .flatMap(file -> file.states.stream())
                .mapToLong(one -> one.state().size())
                .sum())
        : OptionalLong.empty();
  }

  @Override
  public void close() {}
}
