package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.Locale;
import org.mendedleaf.core.adoption.AdoptionPlan;
import org.mendedleaf.core.adoption.AdoptionPlan.Adopted;
import org.mendedleaf.core.adoption.AdoptionPlan.FolderStep;
import org.mendedleaf.core.adoption.AdoptionPlan.ShelfStep;
import org.mendedleaf.core.adoption.AdoptionPlan.SpoolStep;
import org.mendedleaf.core.adoption.AdoptionPlan.StoreStep;

/** An adoption in words and as JSON. */
public final class AdoptionText {

  private AdoptionText() {}

  public static ObjectNode json(AdoptionPlan plan, boolean isRehearsed) {
    ObjectNode node = Json.object().put("rehearsed", isRehearsed);
    ArrayNode stores = node.putArray("stores");
    for (StoreStep step : plan.stores()) {
      ObjectNode one = stores.addObject().put("id", step.store().id());
      one.put("folder", step.folder().toString()).put("what", word(step.what()));
      one.put("acts", step.acts()).put("takesOver", step.takesOver());
      why(one, step.why());
    }
    ArrayNode spools = node.putArray("spools");
    for (SpoolStep step : plan.spools()) {
      ObjectNode one = spools.addObject().put("store", step.store());
      why(one.put("folder", step.spool().toString()).put("acts", step.acts()), step.why());
    }
    ArrayNode shelves = node.putArray("shelves");
    for (ShelfStep step : plan.shelves()) {
      ObjectNode one = shelves.addObject().put("store", step.shelf().store());
      one.put("id", step.shelf().shelf()).put("name", step.shelf().name());
      one.put("folder", step.folder().toString()).put("what", word(step.what()));
      one.put("files", step.files()).put("bytes", step.bytes()).put("missing", step.missing());
      why(one, step.why());
    }
    ArrayNode mirrors = node.putArray("mirrors");
    plan.mirrors().forEach(step -> put(mirrors.addObject().put("store", step.store()), step));
    ArrayNode arrivals = node.putArray("arrivals");
    plan.arrivals().forEach(step -> put(arrivals.addObject(), step));
    return node;
  }

  private static void put(ObjectNode one, FolderStep step) {
    why(one.put("folder", step.folder().toString()).put("here", step.there()), step.why());
  }

  private static void why(ObjectNode node, String why) {
    if (!why.isEmpty()) {
      node.put("why", why);
    }
  }

  private static String word(Adopted what) {
    return what.name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  public static String of(AdoptionPlan plan, boolean isRehearsed) {
    StringBuilder text = new StringBuilder();
    plan.stores().forEach(step -> text.append(line(step)));
    plan.spools().forEach(step -> text.append(line(step)));
    plan.shelves().forEach(step -> text.append(line(step)));
    for (FolderStep step : plan.mirrors()) {
      text.append(
          "Mirror %s: %s%n"
              .formatted(
                  step.folder(),
                  step.why().isEmpty()
                      ? step.there() ? "kept up from here" : "not there now; caught up when it is"
                      : step.why()));
    }
    for (FolderStep step : plan.arrivals()) {
      text.append(
          "Arrivals %s: %s%n"
              .formatted(
                  step.folder(),
                  step.there() ? "looked through" : "there is no such folder here, left out"));
    }
    if (!plan.refused().isEmpty()) {
      text.append(
          "--place OLD=NEW says where a folder lies here, --use-mirrors lets mirrors become stores, --accept-log takes a store as it is.%n"
              .formatted());
    }
    text.append(
        isRehearsed
            ? "Nothing was changed. The same without --rehearse does it.%n".formatted()
            : "People, care plans and rhythms came with the stores. Make a new recovery sheet of this computer: “mended-leaf recovery-sheet --pdf FILE”.%n"
                .formatted());
    return text.toString();
  }

  private static String line(StoreStep step) {
    String what =
        switch (step.what()) {
          case REFUSED, LOCKED -> step.why();
          case MIRROR_BECOMES_STORE ->
              "a mirror, becomes the store; %,d acts".formatted(step.acts());
          case KNOWN -> "known here already; %,d acts".formatted(step.acts());
          default -> "opened; %,d acts".formatted(step.acts());
        };
    String only = step.takesOver() ? "; only this computer writes to it from now on" : "";
    return "Store %s: %s%s%n".formatted(step.folder(), what, only);
  }

  private static String line(SpoolStep step) {
    return "Recorded while a store was away, in %s: %s%n"
        .formatted(
            step.spool(),
            step.why().isEmpty() ? Text.many(step.acts(), "act") + " to take in" : step.why());
  }

  private static String line(ShelfStep step) {
    String what =
        switch (step.what()) {
          case REFUSED -> step.why();
          case KNOWN -> "recorded here already";
          case BOUND ->
              step.missing() == 0
                  ? "recorded as it is; all current files are there"
                  : "recorded as it is; %,d of %,d current files are not there and will count as removed"
                      .formatted(step.missing(), step.files());
          default ->
              "%s recovered, %s"
                  .formatted(Text.many(step.files(), "file"), Text.size(step.bytes()));
        };
    return "Shelf %s, %s: %s%n".formatted(step.shelf().name(), step.folder(), what);
  }
}
