package org.mendedleaf.core.shelves;

import java.time.ZoneId;
import java.util.Optional;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.plan.NamedPlan;
import org.mendedleaf.core.plan.PlanFormat;
import org.mendedleaf.core.session.Shelf;

/** Reads the care plan that is kept with a shelf's settings. */
public final class KeptPlan {

  private KeptPlan() {}

  /** The plan of a shelf; empty where none was chosen, so that everything is kept. */
  public static Optional<NamedPlan> of(Shelf shelf, ZoneId zone) throws SentenceException {
    Optional<String> json = shelf.settings().plan();
    return json.isEmpty() ? Optional.empty() : Optional.of(decode(json.get(), zone));
  }

  /** A plan as it is kept in the log. */
  public static NamedPlan decode(String json, ZoneId zone) throws SentenceException {
    try {
      return PlanFormat.decode(json, zone);
    } catch (PlanFormat.PlanException e) {
      // A newer program may know more rules; to let go by a plan that is not understood is worse.
      throw new SentenceException(
          "The care plan cannot be read here: %s Nothing is let go by it."
              .formatted(e.getMessage()),
          e);
    }
  }
}
