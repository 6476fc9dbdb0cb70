package org.mendedleaf.standin.keep;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.KeepException.Reason;
import org.mendedleaf.standin.keep.Terms.KeepingState;

/**
 * Files with their earlier states in a folder on this computer, kept as its traits and terms say.
 * Paths have slashes between names and none at their ends; the whole is the empty path. For several
 * threads; each act is done as a whole or not at all.
 */
public final class Keep implements AutoCloseable {

  private final Set<Trait> traits;
  private final InstantSource clock;
  private final Contents contents = new Contents();
  private final KeepFolder folder;

  private Keep(KeepFolder folder, Set<Trait> traits, InstantSource clock) {
    this.folder = folder;
    this.traits = Set.copyOf(traits);
    this.clock = clock;
  }

  /**
   * Opens what lies in a folder, or begins with nothing.
   *
   * @param terms to begin with
   */
  public static Keep open(Path at, Set<Trait> traits, Terms terms, InstantSource clock)
      throws IOException {
    Files.createDirectories(at);
    Keep keep = new Keep(new KeepFolder(at), traits, clock);
    boolean isNew = !keep.folder.read(keep.contents::apply);
    if (isNew) {
      keep.note(List.of(KeptChange.terms(terms)));
    }
    return keep;
  }

  public Set<Trait> traits() {
    return traits;
  }

  public boolean has(Trait trait) {
    return traits.contains(trait);
  }

  /** Milliseconds since 1970, as this storage tells the time. */
  public long now() {
    return clock.millis();
  }

  void need(Trait trait) throws KeepException {
    if (!has(trait)) {
      throw new KeepException(
          Reason.LACKING, "This storage is made without: %s.".formatted(trait.meaning()));
    }
  }

  void note(List<KeptChange> changes) throws IOException {
    folder.add(changes);
    changes.forEach(contents::apply);
  }

  /** The settings as they are now. */
  public synchronized Terms terms() {
    Terms terms = contents.terms();
    return has(Trait.STATES) ? terms : terms.with(KeepingState.NEVER);
  }

  /** Sets how states are kept from now on. */
  public synchronized void set(Terms wanted) throws IOException {
    Terms now = terms();
    need(Trait.SWITCH, now.keeping() != wanted.keeping());
    need(Trait.LIMIT_BY_NUMBER, !same(now.mostStates(), wanted.mostStates()));
    need(Trait.LIMIT_BY_AGE, !same(now.longest(), wanted.longest()));
    need(Trait.BIN, !same(now.inBin(), wanted.inBin()));
    need(Trait.LIMIT_BY_ROOM, !same(now.room(), wanted.room()));
    need(Trait.SCHEDULE, !same(now.schedule(), wanted.schedule()));
    need(Trait.SCHEDULE, !same(now.mostSnapshots(), wanted.mostSnapshots()));
    note(List.of(KeptChange.terms(wanted)));
    tidy();
  }

  private void need(Trait trait, boolean isWanted) throws KeepException {
    if (isWanted) {
      need(trait);
    }
  }

  private static boolean same(@Nullable Object one, @Nullable Object other) {
    return one == null ? other == null : one.equals(other);
  }

  /** The file at a path, if one lies there. */
  public synchronized Optional<KeptFile> at(String path) throws IOException {
    Optional<KeptFile> file = contents.at(path);
    return file.isPresent() ? Optional.of(limited(file.get())) : file;
  }

  /** The file with an id, removed or not. */
  public synchronized Optional<KeptFile> byId(String id) throws IOException {
    Optional<KeptFile> file = contents.byId(id);
    if (file.isEmpty() || isOver(file.get())) {
      return Optional.empty();
    }
    return Optional.of(limited(file.get()));
  }

  public synchronized boolean isFolder(String path) {
    return contents.isFolder(path);
  }

  /** Files in a folder at any depth. */
  synchronized List<KeptFile> within(String path) {
    return contents.within(path);
  }

  /** The names of what lies in a folder itself, folders and files. */
  public synchronized List<String> names(String path) {
    return contents.names(path);
  }

  /** What was removed and can be brought back. */
  public synchronized List<KeptFile> removed() {
    return contents.removed().stream().filter(one -> !isOver(one)).toList();
  }

  /** Opens the bytes of a state. */
  public InputStream open(KeptState state) throws IOException {
    return folder.open(state);
  }

  /** Bytes of all states. */
  public synchronized long used() {
    return contents.bytes();
  }

  private boolean isOver(KeptFile file) {
    return limits().isOver(file);
  }

  private Limits limits() {
    return new Limits(contents.terms(), has(Trait.HIDING), clock.millis());
  }

  /** A file as limits leave it; what they let go is gone as soon as somebody looks. */
  private KeptFile limited(KeptFile file) throws IOException {
    List<KeptState> stay = limits().staying(file);
    return stay.size() == file.states().size() ? file : replaced(file, file.with(stay));
  }

  /** Notes that a file is another now, and lets go of the bytes that it has no more. */
  private KeptFile replaced(KeptFile old, KeptFile now) throws IOException {
    note(List.of(KeptChange.file(now)));
    letGo(old.states().stream().filter(one -> now.state(one.id()).isEmpty()).toList());
    return now;
  }

  private void letGo(List<KeptState> states) throws IOException {
    for (KeptState state : states) {
      if (!contents.isInSnapshot(state)) {
        folder.drop(state);
      }
    }
  }

  /** Lets go of what its time is over for. */
  private void tidy() throws IOException {
    for (KeptFile file : contents.removed()) {
      if (isOver(file)) {
        gone(file);
      }
    }
  }

  private void gone(KeptFile file) throws IOException {
    note(List.of(KeptChange.fileGone(file.id())));
    letGo(file.states());
  }

  /** What a stand-in says that stands there: the same only as long as the state is. */
  public static String tag(KeptFile file) {
    return file.id() + "-" + file.newest().id();
  }

  /**
   * Puts a state, which the file then has.
   *
   * @param bytes read to their end before anything is changed
   * @param who makes it
   * @param there asked at the moment of the change, with what stands there
   */
  public KeptFile put(String path, InputStream bytes, @Nullable String who, Precondition there)
      throws IOException {
    KeepFolder.ReceivedFile arrived = folder.take(bytes);
    try {
      return put(path, arrived, who, there);
    } finally {
      arrived.discard();
    }
  }

  private synchronized KeptFile put(
      String path, KeepFolder.ReceivedFile arrived, @Nullable String who, Precondition there)
      throws IOException {
    refuseMisplaced(path);
    Optional<KeptFile> now = at(path);
    if (!there.holds(now)) {
      throw new KeepException(Reason.CHANGED, "Something else stands there than was said.");
    }
    Long room = contents.terms().room();
    if (room != null && contents.bytes() + arrived.size() > room) {
      throw new KeepException(Reason.FULL, "There is no room for this.");
    }
    tidy();
    Optional<KeptFile> before =
        now.isPresent() ? now : removed().stream().filter(at -> at.path().equals(path)).findFirst();
    long id = contents.lastId() + 1;
    KeptState state =
        new KeptState(
            Long.toString(id),
            before.map(KeptFile::lastNumber).orElse(0) + 1,
            later(before),
            arrived.size(),
            arrived.sha256(),
            has(Trait.WHO) ? who : null,
            null,
            has(Trait.DRAFTS),
            false);
    folder.keep(arrived, state);
    KeptFile file =
        before
            .map(old -> added(old, state, now.isPresent()))
            .orElseGet(() -> new KeptFile("f" + id, path, List.of(state), state.number(), null));
    note(List.of(KeptChange.lastId(id), KeptChange.file(file)));
    letGo(
        before.stream()
            .flatMap(old -> old.states().stream())
            .filter(one -> file.state(one.id()).isEmpty())
            .toList());
    return limited(file);
  }

  /** Two states of a file are never of the same time. */
  private long later(Optional<KeptFile> before) {
    long now = clock.millis();
    return before.map(one -> Math.max(now, one.newest().at() + 1)).orElse(now);
  }

  private KeptFile added(KeptFile old, KeptState state, boolean isThere) {
    boolean isReplaced = isThere && terms().keeping() != KeepingState.ON && !old.newest().isHeld();
    KeptFile stays = isReplaced ? old.without(old.newest().id()) : old;
    return stays.plus(state).as(null);
  }

  private void refuseMisplaced(String path) throws KeepException {
    int slash = path.lastIndexOf('/');
    if (slash > 0 && !contents.isFolder(path.substring(0, slash))) {
      throw new KeepException(Reason.MISPLACED, "There is no such folder.");
    }
    if (contents.isFolder(path)) {
      throw new KeepException(Reason.MISPLACED, "A folder lies there.");
    }
  }

  /** Makes a folder. */
  public synchronized void makeFolder(String path) throws IOException {
    refuseMisplaced(path);
    if (contents.at(path).isPresent()) {
      throw new KeepException(Reason.MISPLACED, "A file lies there.");
    }
    note(List.of(KeptChange.folder(path)));
  }

  /** Removes a file or a folder with all in it: hidden, into the bin, or gone, by the traits. */
  public synchronized void remove(String path, @Nullable String who) throws IOException {
    List<KeptChange> changes = new ArrayList<>();
    List<KeptState> lost = new ArrayList<>();
    List<KeptFile> files = new ArrayList<>(contents.within(path));
    contents.at(path).ifPresent(files::add);
    boolean stays = has(Trait.HIDING) || has(Trait.BIN);
    KeptFile.Removed removed = new KeptFile.Removed(clock.millis(), has(Trait.WHO) ? who : null);
    for (KeptFile file : files) {
      boolean isHeld = file.states().stream().anyMatch(KeptState::isHeld);
      if (!stays && isHeld) {
        throw held();
      }
      changes.add(stays ? KeptChange.file(file.as(removed)) : KeptChange.fileGone(file.id()));
      lost.addAll(stays ? List.of() : file.states());
    }
    contents.foldersWithin(path).forEach(one -> changes.add(KeptChange.folderGone(one)));
    changes.add(KeptChange.folderGone(path));
    note(changes);
    letGo(lost);
  }

  private static KeepException held() {
    return new KeepException(Reason.HELD, "It is held.");
  }

  /** Brings back a removed file to a path. */
  public synchronized void bringBack(String id, String path) throws IOException {
    KeptFile file = byId(id).filter(one -> one.removed() != null).orElseThrow(() -> none());
    refuseMisplaced(path);
    if (contents.at(path).isPresent()) {
      throw new KeepException(Reason.CHANGED, "Something else stands there.");
    }
    note(List.of(KeptChange.file(file.as(null).at(path))));
  }

  static KeepException none() {
    return new KeepException(Reason.GONE, "There is no such thing.");
  }

  /** Moves a file or a folder with all in it; nothing may stand there. */
  public synchronized void move(String from, String to) throws IOException {
    refuseMisplaced(to);
    note(KeptMoves.of(contents, from, to));
  }

  /** Erases one state for good. */
  public synchronized void eraseState(String id, String state) throws IOException {
    need(Trait.ERASING_STATES);
    KeptFile file = byId(id).orElseThrow(() -> none());
    KeptState old = file.state(state).orElseThrow(() -> none());
    if (old.isHeld()) {
      throw held();
    }
    if (file.states().size() == 1) {
      gone(file);
    } else {
      replaced(file, file.without(state));
    }
  }

  /** Erases a file with all its states for good, removed or not. */
  public synchronized void eraseAll(String id) throws IOException {
    KeptFile file = byId(id).orElseThrow(() -> none());
    if (file.states().stream().anyMatch(KeptState::isHeld)) {
      throw held();
    }
    gone(file);
  }

  /** Says something else of a state. */
  public synchronized void change(String id, String state, StateChange to) throws IOException {
    need(to.needs());
    KeptFile file = byId(id).orElseThrow(() -> none());
    KeptState old = file.state(state).orElseThrow(() -> none());
    note(List.of(KeptChange.file(file.with(to.to().apply(old)))));
  }

  /** What clients noted with a file (by its id) or a folder (by its path): XML by names. */
  public synchronized Map<String, String> properties(String of) {
    return contents.properties(of);
  }

  public synchronized void setProperties(String of, Map<String, String> all) throws IOException {
    note(List.of(KeptChange.properties(of, all)));
  }

  /** The snapshots of all this. */
  public KeptSnapshots snapshots() {
    return new KeptSnapshots(this, contents, folder);
  }

  @Override
  public void close() throws IOException {
    folder.close();
  }
}
