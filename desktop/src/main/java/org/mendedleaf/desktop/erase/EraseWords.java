package org.mendedleaf.desktop.erase;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.keeping.Erasures;
import org.mendedleaf.desktop.words.Words;

/** Puts the consequences of erasing into sentences. */
final class EraseWords {

  /** More names than these are only counted. */
  private static final int NAMED = 3;

  private EraseWords() {}

  /**
   * One thing that follows.
   *
   * @param grave whether it is a loss, or stands in the way
   */
  record Consequence(String sentence, boolean grave) {}

  /** "r17", "r3, r4 and 12 more", "All 19 revisions". */
  static String what(Erasures.Consequences told) {
    List<Revision> revisions = told.revisions();
    if (told.everything()) {
      return Words.count("erase.all", revisions.size());
    }
    List<String> names =
        revisions.stream().map(Revision::number).map(EraseWords::numbered).toList();
    return listed(names);
  }

  static List<Consequence> of(Erasures.Consequences told) {
    List<Consequence> all = new ArrayList<>();
    String name = told.life().file().path().name();
    for (Revision held : told.held()) {
      String why = told.life().marks(held).hold().orElseThrow().why();
      all.add(new Consequence(Words.of("erase.held", numbered(held.number()), why), true));
    }
    for (Revision issued : told.issued()) {
      String letters = told.life().marks(issued).issue().orElseThrow().letters();
      all.add(new Consequence(Words.of("erase.issued", numbered(issued.number()), letters), true));
    }
    if (told.everything()) {
      all.add(new Consequence(Words.of("erase.nothingLeft", name), true));
    } else {
      told.current().ifPresent(newest -> all.add(current(told, newest)));
    }
    if (told.liesThere()) {
      all.add(new Consequence(Words.of("erase.liesThere"), false));
    }
    if (!told.snapshots().isEmpty()) {
      List<String> labels = told.snapshots().stream().map(label -> "“" + label + "”").toList();
      all.add(
          new Consequence(
              Words.count("erase.snapshots", told.snapshots().size(), listed(labels)), true));
    }
    if (!told.elsewhere().isEmpty()) {
      all.add(new Consequence(Words.of("erase.elsewhere", listed(told.elsewhere())), false));
    }
    all.add(new Consequence(Words.of("erase.final"), true));
    return all;
  }

  private static Consequence current(Erasures.Consequences told, Revision newest) {
    boolean stays = newest.key().equals(told.life().newest().key());
    return new Consequence(
        Words.of(stays ? "erase.stays" : "erase.becomes", numbered(newest.number())), !stays);
  }

  private static String listed(List<String> names) {
    if (names.size() <= NAMED) {
      return String.join(", ", names);
    }
    String first = names.stream().limit(NAMED).collect(Collectors.joining(", "));
    return Words.of("erase.andMore", first, names.size() - NAMED);
  }

  private static String numbered(int number) {
    return Revision.numbered(number);
  }
}
