package org.mendedleaf.core.outside;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Consumer;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.progress.Progress;

/**
 * A storage that keeps earlier states of its files itself, or could. It is asked each time and
 * remembers nothing, since others change it, too. For several threads. What goes wrong there is a
 * {@link StorageException}; an act for which a {@link Power} is missing throws one that says why.
 */
public interface Storage extends AutoCloseable {

  /** What can be done there as it is set now. */
  Powers powers() throws IOException;

  StorageSettings settings() throws IOException;

  /**
   * Sets what differs; what the storage cannot do must be as it is.
   *
   * @throws StorageException CHANGED if the settings are not {@code seen} any more
   */
  void set(StorageSettings seen, StorageSettings wanted) throws IOException;

  /**
   * Every file in a folder at any depth, in no order, with those that were removed and can be
   * brought back. Those that come and go meanwhile may be missing.
   */
  void list(InnerPath folder, Consumer<OutsideFile> each, Progress progress) throws IOException;

  /** One file, if it is there or can be brought back. */
  Optional<OutsideFile> file(InnerPath path) throws IOException;

  /** All states of a file that the storage still has, the newest first; none if it has no file. */
  List<State> states(InnerPath path) throws IOException;

  /** The bytes of a state; whoever opens it closes it. */
  InputStream open(InnerPath path, StateId state) throws IOException;

  /**
   * Puts a new state, which the file then has, and makes the folders above it. The bytes are
   * compared with what arrived. Nothing is ever seen of half a transfer.
   *
   * @param note what was changed; must be empty where there is no {@link Power#NOTES}
   * @return the state that stands there now
   * @throws StorageException CHANGED if something else stands there than was seen
   */
  State put(InnerPath path, Outgoing content, Seen seen, Optional<String> note, Progress progress)
      throws IOException;

  /**
   * Removes a file so that it can be brought back.
   *
   * @throws StorageException LACKING where it could not be brought back: erasing is another act
   */
  void remove(InnerPath path, Seen seen) throws IOException;

  /** Brings back a removed file with all its states. */
  void bringBack(InnerPath path) throws IOException;

  /**
   * Erases one state for good. If it was the newest, the one before it is what the file has; if it
   * was the only one, there is no file any more.
   */
  void erase(InnerPath path, StateId state) throws IOException;

  /** Erases a file with all its states for good, removed or not. */
  void eraseAll(InnerPath path) throws IOException;

  /** Holds a state, or lets go of it. */
  void hold(InnerPath path, StateId state, boolean isHeld) throws IOException;

  /** The snapshots that there are, the newest first. */
  List<OutsideSnapshot> snapshots() throws IOException;

  /** Takes a snapshot of everything. */
  OutsideSnapshot takeSnapshot(String label) throws IOException;

  /** The state that a file had when a snapshot was taken. */
  Optional<State> in(OutsideSnapshot snapshot, InnerPath path) throws IOException;

  /** Puts a file or folder back there, with what came into the folder since gone from it. */
  void putBack(OutsideSnapshot snapshot, InnerPath path) throws IOException;

  /** Bytes that are used, where there is {@link Power#ROOM}. */
  OptionalLong used() throws IOException;

  @Override
  void close() throws IOException;
}
