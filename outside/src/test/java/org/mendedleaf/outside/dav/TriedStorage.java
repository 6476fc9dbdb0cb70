package org.mendedleaf.outside.dav;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.Outgoing;
import org.mendedleaf.core.outside.OutsideFile;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.Storage;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.standin.StandIn;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Trait;

/** A stand-in with the adapter on it, and what tests say often. */
final class TriedStorage implements AutoCloseable {

  static final InnerPath LIST = new InnerPath("papers/price list.csv");

  private final StandIn standIn;
  private final List<DavStorage> opened = new ArrayList<>();

  TriedStorage(Path folder, Set<Trait> traits) throws IOException {
    Instant start = Instant.parse("2026-03-02T08:00:00Z");
    long before = System.nanoTime();
    standIn =
        StandIn.start(
            folder,
            traits,
            Terms.ALL,
            Map.of(),
            0,
            () -> start.plusNanos(System.nanoTime() - before));
  }

  static Set<Trait> all() {
    Set<Trait> all = EnumSet.allOf(Trait.class);
    all.remove(Trait.UNNUMBERED_FIRST);
    return all;
  }

  StandIn standIn() {
    return standIn;
  }

  DavStorage open(String who) {
    DavStorage storage =
        new DavConnection(
                standIn.address(),
                Optional.of(new DavConnection.Login(who, "tide")),
                Duration.ofSeconds(2))
            .open(time -> {});
    opened.add(storage);
    return storage;
  }

  static Outgoing of(String text) {
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

  static State put(Storage storage, InnerPath path, String text) throws IOException {
    return storage.put(path, of(text), seen(storage, path), Optional.empty(), Progress.NONE);
  }

  static Seen seen(Storage storage, InnerPath path) throws IOException {
    Optional<OutsideFile> there = storage.file(path).filter(one -> !one.isRemoved());
    return new Seen(there.map(one -> one.newest().id()));
  }

  /** The contents of all states, the newest first. */
  static List<String> texts(Storage storage, InnerPath path) throws IOException {
    List<String> texts = new ArrayList<>();
    for (State state : storage.states(path)) {
      try (InputStream in = storage.open(path, state.id())) {
        texts.add(new String(in.readAllBytes(), StandardCharsets.UTF_8));
      }
    }
    return texts;
  }

  @Override
  public void close() throws IOException {
    for (DavStorage one : opened) {
      one.close();
    }
    standIn.close();
  }
}
