package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.capture.ShelfPaths;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.Arrived;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.place.Continues;
import org.mendedleaf.core.place.PlacePlan;
import org.mendedleaf.core.place.Step;

/** The arrivals for one place, and what comes of them. Used once, by one thread. */
final class ArrivalGroup {

  final BringIn.BringInRequest first;
  final List<BringIn.BringInRequest> requests = new ArrayList<>();
  final Map<BringIn.BringInRequest, FileState> stored = new LinkedHashMap<>();
  final Map<BringIn.BringInRequest, BringIn.Ended> ended = new LinkedHashMap<>();
  final List<BringIn.BringInRequest> placed = new ArrayList<>();
  Optional<Revision> current = Optional.empty();
  boolean there;
  String why = "";

  ArrivalGroup(BringIn.BringInRequest first) {
    this.first = first;
  }

  void add(BringIn.BringInRequest request) {
    requests.add(request);
  }

  void refuse(String because) {
    why = because;
  }

  BringIn.Ended ended(BringIn.BringInRequest request) {
    return ended.getOrDefault(request, new BringIn.Ended(Optional.empty(), why));
  }

  private FileState stored(BringIn.BringInRequest request) {
    return Objects.requireNonNull(stored.get(request));
  }

  /** Empty if everything is there already. */
  Optional<Step> step(Catalogue catalogue) throws IOException {
    List<BringIn.BringInRequest> inOrder = new ArrayList<>(stored.keySet());
    inOrder.sort(Comparator.comparing(request -> stored(request).modified()));
    List<Continues.ContinuedArrival> arrivals = new ArrayList<>();
    Optional<FileState> before = there ? current.map(Revision::state) : Optional.empty();
    for (BringIn.BringInRequest request : inOrder) {
      FileState arrived = stored(request);
      if (before.isPresent() && before.get().sameContent(arrived)) {
        ended.put(request, new BringIn.Ended(Optional.empty(), same(request)));
        continue;
      }
      before = Optional.of(arrived);
      placed.add(request);
      arrivals.add(
          new Continues.ContinuedArrival(
              arrived, where(request, arrived), earlier(catalogue, request, arrived)));
    }
    if (arrivals.isEmpty()) {
      return Optional.empty();
    }
    FileState newest = arrivals.get(arrivals.size() - 1).state();
    Path target =
        first.where() instanceof PlacePlan.Where.OnShelf on
            ? ShelfPaths.resolve(on.folder(), first.path())
            : Path.of(((PlacePlan.Where.InLog) first.where()).name() + ":" + first.path().text());
    return Optional.of(
        new Step(
                target,
                Optional.of(first.path()),
                there ? Outcome.MADE_ROOM : Outcome.RECOVERED,
                Optional.of(placed(first, newest, current)),
                first.onto(),
                OptionalInt.empty(),
                "")
            .continuing(new Continues.Arrivals(first.onto(), arrivals)));
  }

  private String same(BringIn.BringInRequest request) {
    Path name = request.arrival().getFileName();
    return placed.isEmpty()
        ? "%s is exactly %s of %s, which is the current one. Nothing was changed."
            .formatted(name, numbered(current.orElseThrow().number()), request.path().shown())
        : "%s holds exactly what %s does, so it was left out."
            .formatted(name, placed.get(placed.size() - 1).arrival().getFileName());
  }

  private static Arrived where(BringIn.BringInRequest request, FileState arrived) {
    Path folder = request.arrival().toAbsolutePath().getParent();
    return new Arrived(
        ShelfPaths.name(request.arrival()),
        folder == null ? "" : folder.toString(),
        arrived.modified(),
        request.note().strip());
  }

  /** The earlier revision that has the same content. */
  private static OptionalInt earlier(
      Catalogue catalogue, BringIn.BringInRequest request, FileState arrived) throws IOException {
    if (request.onto().isEmpty()) {
      return OptionalInt.empty();
    }
    return catalogue.files().history(request.onto().getAsLong()).stream()
        .filter(revision -> revision.state().sameContent(arrived))
        .mapToInt(Revision::number)
        .reduce((older, newer) -> newer);
  }

  /**
   * The content and time are the arrival's, the permissions those of the file it replaces, or for a
   * new file its own. In the log nothing has permissions.
   */
  private static FileState placed(
      BringIn.BringInRequest request, FileState arrived, Optional<Revision> current) {
    boolean inLog = request.where() instanceof PlacePlan.Where.InLog;
    return new FileState(
        request.path(),
        arrived.size(),
        arrived.modified(),
        inLog
            ? Optional.empty()
            : current.isPresent() ? current.get().state().mode() : arrived.mode(),
        inLog ? arrived.owner() : Optional.empty(),
        Optional.empty(),
        arrived.content(),
        Optional.empty());
  }

  private static String numbered(int number) {
    return number == 0 ? "the first state" : "r" + number;
  }
}
