package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.ShelfSetting;

/**
 * The safeguards of a store and the plans that its shelves ever had: former ones may still count.
 * Safe for several threads.
 */
public final class SafeguardQuestions {

  private final Sql sql;

  public SafeguardQuestions(Sql sql) {
    this.sql = sql;
  }

  /**
   * The safeguards of a store as somebody set them once.
   *
   * @param least the least keeping time as a span in words, such as "30 days"; empty for none
   * @param delay after which erasing and loosening take effect, likewise
   * @param at from when this counts; by the order of the log, so that no clock that was put back
   *     makes it earlier than what was set before
   */
  public record SaidSafeguards(String least, String delay, Instant at, String by) {}

  /**
   * A time during which a shelf had one care plan.
   *
   * @param plan as it was set; empty where the shelf had none, so that everything was kept
   * @param until when another replaced it; empty for the present one
   * @param by who set it; empty where nobody did
   */
  public record PlanSpell(
      Optional<String> plan, Instant from, Optional<Instant> until, Optional<String> by) {}

  /** All that were ever set, oldest first. */
  public List<SaidSafeguards> all() throws IOException {
    return sql.list(
        row ->
            new SaidSafeguards(
                row.getString(1), row.getString(2), Times.of(row.getLong(3)), row.getString(4)),
        "SELECT least, delay, counts_from, person FROM safeguard ORDER BY segment, line");
  }

  /** From when the last commit counts: never before those that came earlier. */
  public Instant counted() throws IOException {
    return sql.first(
            row -> Times.of(row.getLong(1)),
            "SELECT counts_from FROM segment ORDER BY number DESC LIMIT 1")
        .orElse(Instant.EPOCH);
  }

  private record SaidPlan(long shelf, String says, Instant at, String by) {}

  /** The plans that a shelf had, one after another; a shelf may refer to one by its name. */
  public List<PlanSpell> plansOf(long shelf) throws IOException {
    List<SaidPlan> said =
        sql.list(
            row ->
                new SaidPlan(
                    row.getLong(1), row.getString(2), Times.of(row.getLong(3)), row.getString(4)),
            "SELECT shelf, says, counts_from, person FROM said_plan ORDER BY segment, line");
    Instant begun =
        sql.first(row -> Times.of(row.getLong(1)), "SELECT at FROM shelf WHERE id = ?", shelf)
            .orElse(Instant.EPOCH);
    Map<String, String> byName = new HashMap<>();
    List<PlanSpell> spells = new ArrayList<>();
    spells.add(new PlanSpell(Optional.empty(), begun, Optional.empty(), Optional.empty()));
    Optional<String> name = Optional.empty();
    for (SaidPlan one : said) {
      String plan = MetadataFormat.parse(one.says()).required("plan").toString();
      Optional<String> set = ShelfSetting.planSetBy(MetadataFormat.parse(one.says()));
      set.ifPresent(of -> byName.put(of, plan));
      if (one.shelf() == shelf) {
        name = Optional.of(MetadataFormat.parse(plan).path("name").asText());
      }
      if (name.isPresent() && (one.shelf() == shelf || name.equals(set))) {
        end(spells, byName.getOrDefault(name.get(), plan), one);
      }
    }
    return spells;
  }

  private static void end(List<PlanSpell> spells, String plan, SaidPlan by) {
    PlanSpell last = spells.get(spells.size() - 1);
    if (!Objects.equals(last.plan().orElse(null), plan)) {
      spells.set(
          spells.size() - 1,
          new PlanSpell(last.plan(), last.from(), Optional.of(by.at()), last.by()));
      spells.add(new PlanSpell(Optional.of(plan), by.at(), Optional.empty(), Optional.of(by.by())));
    }
  }
}
