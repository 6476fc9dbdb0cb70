package org.mendedleaf.core.recover;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.Moment;
import org.mendedleaf.core.history.PresentFile;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.place.Step;

/** The steps that make picks current again on a shelf without a folder. */
final class DepositSteps {

  private final Catalogue catalogue;
  private final Deposit.DepositPlace place;

  DepositSteps(Catalogue catalogue, Deposit.DepositPlace place) {
    this.catalogue = catalogue;
    this.place = place;
  }

  List<Step> of(RecoveryOrder order) throws IOException {
    List<Step> steps = new ArrayList<>();
    Set<Long> taken = new HashSet<>();
    for (Pick pick : order.picks()) {
      for (WantedRevision wanted : wanted(place.shelf(), pick)) {
        if (taken.add(wanted.file())) {
          steps.add(step(wanted, order.ifThere()));
        }
      }
    }
    if (order.laterFiles() == LaterFiles.REMOVE) {
      steps.addAll(later(order, taken));
    }
    return steps;
  }

  private Step step(WantedRevision wanted, IfThere ifThere) throws IOException {
    RecordedFile file = file(wanted.file());
    Revision revision = revision(file, wanted.revision());
    Outcome outcome = Outcome.RECOVERED;
    String why = "";
    if (file.present() && file.lastNumber() == wanted.revision()) {
      outcome = Outcome.SAME;
    } else if (file.present()) {
      outcome =
          switch (ifThere) {
            case MAKE_ROOM -> Outcome.MADE_ROOM;
            case LEAVE -> Outcome.LEFT;
            case BESIDE -> Outcome.REFUSED;
          };
      why =
          ifThere == IfThere.BESIDE
              ? "on a deposit shelf nothing lies beside another; copy it out instead"
              : "";
    }
    return new Step(
        Path.of(Deposit.target(place, file.path())),
        Optional.of(file.path()),
        outcome,
        Optional.of(revision.state()),
        OptionalLong.of(file.id()),
        OptionalInt.of(revision.number()),
        why);
  }

  /** Files of whole folders that are not among what is wanted there. */
  private List<Step> later(RecoveryOrder order, Set<Long> wanted) throws IOException {
    List<InnerPath> folders = new ArrayList<>();
    for (Pick pick : order.picks()) {
      if (pick instanceof Pick.OfMoment of) {
        folders.add(of.path());
      }
    }
    List<Step> steps = new ArrayList<>();
    for (PresentFile file : catalogue.present().of(place.shelf())) {
      InnerPath at = file.state().path();
      boolean inside = folders.stream().anyMatch(at::isWithin);
      if (inside && !wanted.contains(file.file())) {
        steps.add(
            new Step(
                Path.of(Deposit.target(place, at)),
                Optional.of(at),
                Outcome.REMOVED,
                Optional.empty(),
                OptionalLong.of(file.file()),
                OptionalInt.of(file.revision()),
                ""));
      }
    }
    return steps;
  }

  private record WantedRevision(long file, int revision) {}

  private List<WantedRevision> wanted(long shelf, Pick pick) throws IOException {
    if (pick instanceof Pick.OfRevision of) {
      return List.of(new WantedRevision(of.file(), of.revision()));
    }
    Pick.OfMoment of = (Pick.OfMoment) pick;
    Moment moment = of.moment();
    List<TreeEntry> entries = new ArrayList<>(catalogue.trees().below(shelf, of.path(), moment));
    if (!of.path().isRoot()) {
      catalogue.trees().folder(shelf, of.path().folder(), moment).stream()
          .filter(entry -> entry.path().equals(of.path()))
          .forEach(entries::add);
    }
    return entries.stream()
        .filter(entry -> entry.file().isPresent() && entry.revision().isPresent())
        .map(entry -> new WantedRevision(entry.file().getAsLong(), entry.revision().getAsInt()))
        .toList();
  }

  private RecordedFile file(long id) throws IOException {
    return Deposit.requireFile(catalogue, id);
  }

  private Revision revision(RecordedFile file, int number) throws IOException {
    return Deposit.requireRevision(catalogue, file, number);
  }
}
