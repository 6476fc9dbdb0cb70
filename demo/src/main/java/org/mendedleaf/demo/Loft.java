package org.mendedleaf.demo;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;

/** The names of Gannet Point Sail Loft. All people, boats, places and figures are invented. */
final class Loft {

  static final ZoneId ZONE = ZoneId.of("Europe/Lisbon");

  /** Thu 12 Mar 2026, 17:30 in Lisbon. */
  static final Instant NOW = Instant.parse("2026-03-12T17:30:00Z");

  static final String MAREN = "Maren Oakes";
  static final String TEO = "Teo Lindqvist";
  static final String PRIYA = "Priya Dunmore";
  static final String ANSELM = "Anselm Birch";
  static final String JUNO = "Juno Hale";

  static final List<String> BOATS =
      List.of("Kestrel 32", "Plover 26", "Dunlin 29", "Avocet 36", "Turnstone 24", "Whimbrel 40");

  static final String CUTTING = "Cutting plans";
  static final String ORDERS = "Orders";
  static final String REPAIRS = "Repairs";
  static final String HANDBOOK = "Loft handbook";
  static final String WEB = "Web pages";

  /** When somebody paused the recording of the web pages, for the time of a change of provider. */
  static final Instant PLANNED = Instant.parse("2026-02-16T17:10:00Z");

  /** When the mirror was begun, and when its drive was taken away for a day that became nine. */
  static final Instant MIRRORED = Instant.parse("2026-03-02T17:40:00Z");

  static final Instant MIRROR_AWAY = Instant.parse("2026-03-03T17:30:00Z");

  static final Instant WEB_PAUSED = Instant.parse("2026-01-14T17:05:00Z");

  static final List<String> CLOTHS =
      List.of("C7 white", "C9 tan", "L5 grey", "L3 white", "R2 red", "C7 cream");

  private Loft() {}
}
