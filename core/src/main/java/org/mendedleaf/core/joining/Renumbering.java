package org.mendedleaf.core.joining;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.history.RevisionKey;

/**
 * Maps the numbers of the other log to the numbers here. What was numbered before the two parted is
 * called the same in both. For one thread.
 */
final class Renumbering {

  private final long common;
  private final long lastCommonFile;
  private final Map<Long, Long> segments = new HashMap<>();
  private final Map<Long, Long> files = new HashMap<>();
  private final Map<Long, Long> shelves = new HashMap<>();
  private final Map<Long, Long> snapshots = new HashMap<>();
  private final Map<RevisionKey, RevisionKey> keys = new HashMap<>();
  private final Map<Detail.FormerNumber, Integer> numbers = new HashMap<>();
  private final Set<Detail.FormerNumber> others = new HashSet<>();
  private final Set<Long> ownShelves = new HashSet<>();
  private final Set<Long> ownSnapshots = new HashSet<>();

  /**
   * @param common how many commits both logs have
   * @param lastCommonFile the last file that was numbered before it
   */
  Renumbering(long common, long lastCommonFile) {
    this.common = common;
    this.lastCommonFile = lastCommonFile;
  }

  /**
   * Notes what a commit of the other log has become.
   *
   * @param was its lines, as they stand there
   * @param now the lines of the commit that repeats it
   */
  void note(long segment, List<Detail> was, long became, List<Detail> now) {
    segments.put(segment, became);
    Map<Detail.FormerNumber, RevisionKey> places = new HashMap<>();
    for (int i = 0; i < was.size(); i++) {
      Detail line = was.get(i);
      if (line instanceof Detail.Revised revised) {
        Detail.FormerNumber number = new Detail.FormerNumber(revised.file(), revised.number());
        others.add(number);
        places.put(number, new RevisionKey(segment, i + 1));
      } else if (line instanceof Detail.ShelfAdded shelf) {
        ownShelves.add(shelf.shelf());
        only(now, Detail.ShelfAdded.class)
            .ifPresent(added -> shelves.put(shelf.shelf(), ((Detail.ShelfAdded) added).shelf()));
      } else if (line instanceof Detail.SnapshotTaken taken) {
        ownSnapshots.add(taken.snapshot());
        only(now, Detail.SnapshotTaken.class)
            .ifPresent(
                again ->
                    snapshots.put(taken.snapshot(), ((Detail.SnapshotTaken) again).snapshot()));
      }
    }
    for (int i = 0; i < now.size(); i++) {
      if (now.get(i) instanceof Detail.Revised revised && revised.was().isPresent()) {
        Detail.FormerNumber number = revised.was().get();
        files.put(number.file(), revised.file());
        numbers.put(number, revised.number());
        RevisionKey place = places.get(number);
        if (place != null) {
          keys.put(place, new RevisionKey(became, i + 1));
        }
      }
    }
  }

  /** Acts add one shelf, or take one snapshot. */
  private static Optional<Detail> only(List<Detail> lines, Class<?> kind) {
    return lines.stream().filter(kind::isInstance).findFirst();
  }

  OptionalLong segment(long was) {
    return was < common ? OptionalLong.of(was) : of(segments, was);
  }

  OptionalLong file(long was) {
    OptionalLong known = of(files, was);
    return known.isEmpty() && was <= lastCommonFile ? OptionalLong.of(was) : known;
  }

  OptionalLong shelf(long was) {
    return ownShelves.contains(was) ? of(shelves, was) : OptionalLong.of(was);
  }

  OptionalLong snapshot(long was) {
    return ownSnapshots.contains(was) ? of(snapshots, was) : OptionalLong.of(was);
  }

  /** Empty if the revision was not committed anew, as one that was erased there. */
  Optional<RevisionKey> revision(RevisionKey was) {
    return was.segment() < common ? Optional.of(was) : Optional.ofNullable(keys.get(was));
  }

  OptionalInt number(long file, int was) {
    Detail.FormerNumber number = new Detail.FormerNumber(file, was);
    if (!others.contains(number)) {
      return file <= lastCommonFile ? OptionalInt.of(was) : OptionalInt.empty();
    }
    Integer now = numbers.get(number);
    return now == null ? OptionalInt.empty() : OptionalInt.of(now);
  }

  /** Shelves that were added in the other log, and what they are called here. */
  Map<Long, Long> shelves() {
    return Map.copyOf(shelves);
  }

  private static OptionalLong of(Map<Long, Long> numbers, long was) {
    Long now = numbers.get(was);
    return now == null ? OptionalLong.empty() : OptionalLong.of(now);
  }
}
