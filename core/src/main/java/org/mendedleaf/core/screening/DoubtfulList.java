package org.mendedleaf.core.screening;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.findings.DoubtfulRevision;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.screening.Screenings.DamagedPlace;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.Shelf;

/** Lists what is doubtful, with the state to go back to. Safe for several threads. */
public final class DoubtfulList {

  /** Of so many it is asked when the damage came. */
  private static final int DATED = 200;

  private final Catalogue catalogue;

  public DoubtfulList(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  /** The files of a shelf that are doubtful as they are now, the strongest findings first. */
  public List<DoubtfulFile> of(Shelf shelf) throws IOException {
    List<DoubtfulFile> all = new ArrayList<>();
    for (DoubtfulRevision one : catalogue.findings().current(shelf.id())) {
      Optional<RecordedFile> file = catalogue.files().file(one.file());
      Optional<Revision> newest = catalogue.files().revision(one.file(), one.number());
      if (file.isPresent() && newest.isPresent()) {
        Optional<Revision> good = lastGood(one.file());
        all.add(
            new DoubtfulFile(
                shelf,
                file.get(),
                newest.get(),
                one.findings(),
                since(newest.get(), good),
                good,
                other(one.findings().get(0))));
      }
    }
    all.sort(Comparator.comparing(one -> one.findings().get(0).strength()));
    return List.copyOf(all);
  }

  /** Every damaged file of a shelf, the newest first; quicker than all that is known of them. */
  public List<DamagedPlace> damagedPlaces(long shelf) throws IOException {
    List<DamagedPlace> places = new ArrayList<>();
    for (DoubtfulRevision one : catalogue.findings().current(shelf)) {
      Optional<RecordedFile> file = catalogue.files().file(one.file());
      if (file.isPresent() && one.findings().get(0).strength().isDamage()) {
        Optional<Revision> newest =
            places.size() < DATED
                ? catalogue.files().revision(one.file(), one.number())
                : Optional.empty();
        Instant since =
            newest.isPresent() ? since(newest.get(), lastGood(one.file())).currentFrom() : one.at();
        places.add(new DamagedPlace(file.get().path(), since));
      }
    }
    return List.copyOf(places);
  }

  private Optional<InnerPath> other(Finding finding) throws IOException {
    return finding.other().isPresent()
        ? catalogue.files().file(finding.other().getAsLong()).map(RecordedFile::path)
        : Optional.empty();
  }

  private Revision since(Revision newest, Optional<Revision> lastGood) throws IOException {
    int good = lastGood.map(Revision::number).orElse(-1);
    OptionalInt first = catalogue.findings().firstAfter(newest.file(), good);
    return first.isPresent()
        ? catalogue.files().revision(newest.file(), first.getAsInt()).orElse(newest)
        : newest;
  }

  Optional<Revision> lastGood(long file) throws IOException {
    OptionalInt number = catalogue.findings().lastGood(file);
    return number.isPresent()
        ? catalogue.files().revision(file, number.getAsInt())
        : Optional.empty();
  }
}
