package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Consumer;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.DefaultDavProperty;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.Outgoing;
import org.mendedleaf.core.outside.OutsideFile;
import org.mendedleaf.core.outside.OutsideSnapshot;
import org.mendedleaf.core.outside.Power;
import org.mendedleaf.core.outside.Powers;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.StateId;
import org.mendedleaf.core.outside.Storage;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.outside.StorageSettings;
import org.mendedleaf.core.progress.Progress;

/** A folder on a WebDAV server, with whatever of versions the server has. For several threads. */
public final class DavStorage implements Storage {

  private final DavCalls calls;
  private final String root;

  /**
   * @param root the path of the folder on the server, decoded, without a slash at its end
   */
  DavStorage(DavCalls calls, String root) {
    this.calls = calls;
    this.root = root;
  }

  private String at(InnerPath path) {
    return path.isRoot() ? root : root + "/" + path.text();
  }

  /** The path inside of the shelf, if something lies in it. */
  private Optional<InnerPath> inner(String path) {
    return path.startsWith(root + "/")
        ? Optional.of(new InnerPath(path.substring(root.length() + 1)))
        : Optional.empty();
  }

  private DavTold whole() throws IOException {
    return calls
        .one(root, DavNames.WHOLE)
        .orElseThrow(
            () ->
                new StorageException(
                    Trouble.GONE, "There is no folder “%s” on %s.".formatted(root, calls.host())));
  }

  private Powers powers(DavTold whole) throws IOException {
    return Lacks.of(calls.abilities(root), whole);
  }

  @Override
  public Powers powers() throws IOException {
    return powers(whole());
  }

  @Override
  public StorageSettings settings() throws IOException {
    DavTold whole = whole();
    return DavSettings.read(whole, powers(whole));
  }

  @Override
  public void set(StorageSettings seen, StorageSettings wanted) throws IOException {
    DavTold whole = whole();
    Powers powers = powers(whole);
    DavPropertySet changes = DavSettings.changes(seen, wanted, powers);
    if (!DavSettings.read(whole, powers).equals(seen)) {
      throw changed("the settings");
    }
    if (!changes.isEmpty()) {
      calls.set(
          root,
          changes,
          whole
              .text(DavNames.SETTINGS_TAG)
              .map(tag -> Map.of("If-Match", "\"" + tag + "\""))
              .orElse(Map.of()));
    }
  }

  private StorageException changed(String what) {
    return new StorageException(
        Trouble.CHANGED,
        "Somebody changed %s on %s meanwhile. Nothing was changed; look at the newest state first."
            .formatted(what, calls.host()));
  }

  @Override
  public void list(InnerPath folder, Consumer<OutsideFile> each, Progress progress)
      throws IOException {
    DavTold whole = whole();
    Deque<InnerPath> folders = new ArrayDeque<>(List.of(folder));
    while (!folders.isEmpty()) {
      progress.checkCancelled();
      InnerPath next = folders.removeLast();
      if (!next.isRoot() && calls.one(at(next), DavNames.SNAPSHOT).isEmpty()) {
        continue;
      }
      for (DavTold one : calls.in(at(next), DavNames.STATE)) {
        // A server that says of a folder that it lies in itself is not followed.
        Optional<InnerPath> path = inner(one.path()).filter(inside -> inside.isDirectlyIn(next));
        if (path.isPresent() && one.isFolder()) {
          folders.add(path.get());
        } else if (path.isPresent()) {
          each.accept(DavStates.file(path.get(), one));
          progress.advanced(1, 0);
        }
      }
    }
    for (DavTold one : removed(whole)) {
      InnerPath path = removedPath(one);
      if (path.isWithin(folder) && !isThere(path)) {
        DavStates.removed(path, one).ifPresent(each);
      }
    }
  }

  private boolean isThere(InnerPath path) throws IOException {
    return calls.one(at(path), DavNames.STATE).isPresent();
  }

  private List<DavTold> removed(DavTold whole) throws IOException {
    Optional<String> collection = whole.address(DavNames.REMOVED);
    return collection.isEmpty() ? List.of() : calls.in(collection.get(), DavNames.STATE);
  }

  private static InnerPath removedPath(DavTold history) {
    return new InnerPath(history.text(DavNames.PATH).orElse(""));
  }

  /** The history of the file that was removed here last. */
  private Optional<DavTold> removedAt(InnerPath path) throws IOException {
    return removed(whole()).stream()
        .filter(one -> removedPath(one).equals(path))
        .max(Comparator.comparing(one -> one.text(DavNames.REMOVED_AT).orElse("")));
  }

  @Override
  public Optional<OutsideFile> file(InnerPath path) throws IOException {
    Optional<DavTold> there = there(path);
    if (there.isPresent()) {
      return Optional.of(DavStates.file(path, there.get()));
    }
    return removedAt(path).flatMap(one -> DavStates.removed(path, one));
  }

  private Optional<DavTold> there(InnerPath path) throws IOException {
    return calls.one(at(path), DavNames.STATE).filter(one -> !one.isFolder());
  }

  @Override
  public List<State> states(InnerPath path) throws IOException {
    Optional<DavTold> there = there(path);
    if (there.isPresent() && there.get().address(DavNames.CHECKED_IN).isEmpty()) {
      return List.of(DavStates.newest(there.get()));
    }
    Optional<String> of =
        there.isPresent()
            ? Optional.of(at(path))
            : removedAt(path).flatMap(one -> one.address(DavNames.NEWEST));
    if (of.isEmpty()) {
      return List.of();
    }
    return calls.versions(of.get()).stream()
        .map(one -> DavStates.state(one, new StateId(one.path())))
        .sorted(Comparator.comparing(State::at).reversed())
        .toList();
  }

  @Override
  public InputStream open(InnerPath path, StateId state) throws IOException {
    boolean isVersion = state.text().startsWith("/");
    String address = isVersion ? state.text() : at(path);
    DavTold told = calls.one(address, DavNames.STATE).orElseThrow(() -> gone(path));
    State said = isVersion ? DavStates.state(told, state) : DavStates.newest(told);
    if (!said.id().equals(state)) {
      throw gone(path);
    }
    return new CheckedBytes(calls.get(address), said, calls.host());
  }

  private StorageException gone(InnerPath path) {
    return new StorageException(
        Trouble.GONE,
        "This state of “%s” is not on %s any more. Nothing was changed."
            .formatted(path.shown(), calls.host()));
  }

  @Override
  public State put(
      InnerPath path, Outgoing content, Seen seen, Optional<String> note, Progress progress)
      throws IOException {
    Powers powers = powers();
    if (note.isPresent()) {
      powers.need(Power.NOTES);
    }
    new Replacing(calls, this::there, this::refuseChanged)
        .put(path, at(path), content, seen, progress);
    State now = DavStates.newest(there(path).orElseThrow(() -> gone(path)));
    if (note.isPresent()) {
      say(now.id(), DavNames.COMMENT, note.get());
      now = DavStates.newest(there(path).orElseThrow(() -> gone(path)));
    }
    return now;
  }

  private void say(StateId state, DavPropertyName name, String text) throws IOException {
    DavPropertySet wanted = new DavPropertySet();
    wanted.add(new DefaultDavProperty<>(name, text));
    calls.set(state.text(), wanted, Map.of());
  }

  private Optional<DavTold> refuseChanged(InnerPath path, Seen seen) throws IOException {
    Optional<DavTold> there = there(path);
    if (!there.map(one -> DavStates.newest(one).id()).equals(seen.newest())) {
      throw changed("“%s”".formatted(path.shown()));
    }
    return there;
  }

  @Override
  public void remove(InnerPath path, Seen seen) throws IOException {
    Powers powers = powers();
    if (!powers.has(Power.BIN)) {
      powers.need(Power.HIDING);
    }
    DavTold there = refuseChanged(path, seen).orElseThrow(() -> gone(path));
    calls.delete(at(path), Replacing.condition(Optional.of(there)));
  }

  @Override
  public void bringBack(InnerPath path) throws IOException {
    DavTold history = removedAt(path).orElseThrow(() -> gone(path));
    if (isThere(path)) {
      throw changed("“%s”".formatted(path.shown()));
    }
    Replacing.makeFolders(calls, root, path);
    calls.versionControl(at(path), history.address(DavNames.NEWEST).orElseThrow(() -> gone(path)));
  }

  @Override
  public void erase(InnerPath path, StateId state) throws IOException {
    powers().need(Power.ERASING_STATES);
    refuseForeign(path, state);
    calls.delete(state.text(), Map.of());
  }

  /** An id is an address, and people may type any: only a state of the file may be meant. */
  private void refuseForeign(InnerPath path, StateId state) throws IOException {
    if (states(path).stream().noneMatch(one -> one.id().equals(state))) {
      throw gone(path);
    }
  }

  @Override
  public void eraseAll(InnerPath path) throws IOException {
    Optional<DavTold> there = there(path);
    Optional<String> history =
        there.isPresent()
            ? there.get().address(DavNames.HISTORY)
            : removedAt(path).map(DavTold::path);
    if (history.isEmpty() && there.isEmpty()) {
      throw gone(path);
    }
    calls.delete(history.orElse(at(path)), Map.of());
  }

  @Override
  public void hold(InnerPath path, StateId state, boolean isHeld) throws IOException {
    powers().need(Power.HOLDS);
    refuseForeign(path, state);
    say(state, DavNames.HELD, Boolean.toString(isHeld));
  }

  @Override
  public List<OutsideSnapshot> snapshots() throws IOException {
    return calls.in(snapshotsAt(), DavNames.SNAPSHOT).stream()
        .map(DavStates::snapshot)
        .sorted(Comparator.comparing(OutsideSnapshot::at).reversed())
        .toList();
  }

  private String snapshotsAt() throws IOException {
    DavTold whole = whole();
    powers(whole).need(Power.SNAPSHOTS);
    return whole
        .address(DavNames.SNAPSHOTS)
        .orElseThrow(
            () ->
                new StorageException(
                    Trouble.LACKING,
                    "%s does not say where its snapshots are.".formatted(calls.host())));
  }

  @Override
  public OutsideSnapshot takeSnapshot(String label) throws IOException {
    powers().need(Power.SNAPSHOTS_BY_HAND);
    String taken = calls.snapshot(snapshotsAt(), label);
    return calls
        .one(taken, DavNames.SNAPSHOT)
        .map(DavStates::snapshot)
        .orElseThrow(() -> gone(InnerPath.ROOT));
  }

  @Override
  public Optional<State> in(OutsideSnapshot snapshot, InnerPath path) throws IOException {
    powers().need(Power.SNAPSHOTS);
    String at = in(snapshot.id(), path);
    return calls
        .one(at, DavNames.STATE)
        .filter(one -> !one.isFolder())
        .map(one -> DavStates.state(one, new StateId(at)));
  }

  private static String in(String snapshot, InnerPath path) {
    return path.isRoot() ? snapshot : snapshot + "/" + path.text();
  }

  @Override
  public void putBack(OutsideSnapshot snapshot, InnerPath path) throws IOException {
    powers().need(in(snapshot, path).isPresent() ? Power.FILE_BACK : Power.FOLDER_BACK);
    calls.copy(in(snapshot.id(), path), at(path));
  }

  @Override
  public OptionalLong used() throws IOException {
    return whole().number(DavNames.USED).map(OptionalLong::of).orElse(OptionalLong.empty());
  }

  @Override
  public void close() throws IOException {
    calls.close();
  }
}
