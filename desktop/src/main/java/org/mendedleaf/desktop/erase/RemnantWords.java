package org.mendedleaf.desktop.erase;

import java.util.ArrayList;
import java.util.List;
import org.mendedleaf.core.keeping.Remnant;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/** Says in a sentence where erased data still lies. */
public final class RemnantWords {

  private RemnantWords() {}

  public static String of(List<Remnant> remnants, Context context) {
    if (remnants.isEmpty()) {
      return Words.of("erase.nowhere");
    }
    List<String> places = new ArrayList<>();
    remnants.forEach(remnant -> places.add(place(remnant, context)));
    return Words.of("erase.still", String.join("; ", places));
  }

  private static String place(Remnant remnant, Context context) {
    if (remnant instanceof Remnant.InStore) {
      return Words.of("erase.still.store");
    }
    if (remnant instanceof Remnant.InMirror in) {
      String folder = Shown.path(in.folder());
      return in.until().isPresent()
          ? Words.of(
              "erase.still.mirror",
              folder,
              Shown.moment(in.until().get(), context.now(), context.zone()))
          : Words.of(in.isHere() ? "erase.still.mirror.later" : "erase.still.mirror.away", folder);
    }
    Remnant.OnDesk on = (Remnant.OnDesk) remnant;
    return Words.of(
        "erase.still.desk", on.person(), Shown.moment(on.seen(), context.now(), context.zone()));
  }
}
