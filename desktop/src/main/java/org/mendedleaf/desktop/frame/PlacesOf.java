package org.mendedleaf.desktop.frame;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.Addresses;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.ShelfAddress;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.navigation.Place;

/** Finds the place in the window for what the system hands over. Asks the office; may take long. */
final class PlacesOf {

  private final Office office;

  PlacesOf(Office office) {
    this.office = office;
  }

  /** The page of a file or folder, or that it is on no shelf; a recovery sheet is adopted by. */
  Place of(Path path) throws IOException {
    Optional<Addresses.Addressed> found = office.addresses().placeOf(path);
    if (found.isEmpty()) {
      return SheetFormat.isOne(path) ? new Place.Adopt(Optional.of(path)) : new Place.Stray(path);
    }
    Shelf shelf = found.get().shelf();
    InnerPath inner = found.get().path();
    if (Files.isDirectory(path)) {
      return new Place.OneShelf(shelf, inner);
    }
    try {
      FileRef ref = office.addresses().file(path.toString(), path);
      return new Place.OneFile(ref, Optional.empty());
    } catch (SentenceException e) {
      return new Place.Stray(path);
    }
  }

  /**
   * The page of what has this address.
   *
   * @throws SentenceException if it cannot be read, or there is no such file
   */
  Place of(String address) throws IOException {
    Optional<ShelfAddress> ofShelf = ShelfAddress.parse(address);
    if (ofShelf.isPresent()) {
      return new Place.OneShelf(office.addresses().shelf(ofShelf.get()), InnerPath.ROOT);
    }
    FileAddress read = FileAddress.parse(address);
    var unused = office.files().life(read.file());
    return new Place.OneFile(read.file(), read.revision(), Optional.empty(), read.compared());
  }
}
