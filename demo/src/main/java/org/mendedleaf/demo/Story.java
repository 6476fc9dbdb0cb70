package org.mendedleaf.demo;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * Four months in the sail loft, from a seed: who saved what when, and what went wrong. The bad days
 * are written out one by one; the good ones are drawn at random.
 */
final class Story extends Storytelling {

  /** The last that happened; from then on the watch looked every minute. */
  static final LocalDateTime SCRAMBLED = at(2026, 3, 11, 18, 42);

  private static final List<String> CUSTOMERS =
      List.of("Brandt", "Okafor", "Silveira", "Lund", "Marsh", "Tanaka", "Vidal", "Nowak", "Quill");

  private Story() {}

  /** The events of the story, in order of time; the starting state comes first. */
  static List<Happening> tell() {
    Story story = new Story();
    story.cuttingPlans();
    story.orders();
    story.repairs();
    story.badDays();
    // Last, so that its chances do not shift those of the others.
    story.webPages();
    story.oldCopies();
    story.scrambled();
    new ClothOrders().tell(story);
    return story.told();
  }

  private void cuttingPlans() {
    for (String boat : Loft.BOATS) {
      String folder = boat + "/";
      boolean lively = boat.startsWith("Kestrel") || boat.startsWith("Plover");
      int days = lively ? 15 : 11;
      life(Loft.CUTTING, folder + "mainsail-cut-list.csv", table("M", 90), Loft.MAREN, days);
      life(Loft.CUTTING, folder + "genoa-cut-list.csv", table("G", 210), Loft.TEO, days - 3);
      life(Loft.CUTTING, folder + "batten-table.csv", table("B", 18), Loft.TEO, 5);
      life(Loft.CUTTING, folder + "panel-layout.svg", drawing(boat, 40), Loft.TEO, days + 4);
      life(
          Loft.CUTTING,
          folder + "measurements.xlsx",
          new TableDocument(TableDocument.TableFormat.XLSX, "P", PANEL, 60, random),
          Loft.JUNO,
          9);
      life(Loft.CUTTING, folder + "plotter.loft", new BinaryDocument(60_000, random), Loft.TEO, 8);
      life(
          Loft.CUTTING,
          folder + "rigging notes.txt",
          text(TextDocument.TextFormat.TXT, boat + ": rigging notes", 6),
          Loft.MAREN,
          6);
    }
    life(
        Loft.CUTTING,
        "Avocet 36/spinnaker-layout-old.svg",
        drawing("Avocet 36 spinnaker", 30),
        Loft.TEO,
        0);
    for (int hull = 114; hull <= 122; hull++) {
      life(
          Loft.CUTTING,
          "Surveys winter/hull-" + hull + ".pdf",
          text(TextDocument.TextFormat.PDF, "Winter survey, hull " + hull, 20),
          Loft.JUNO,
          2);
    }
    life(Loft.CUTTING, "loft floor.svg", drawing("Loft floor", 1400), Loft.TEO, 30);
    life(
        Loft.CUTTING,
        "cloth stock.xlsx",
        new TableDocument(TableDocument.TableFormat.XLSX, "S", PRICE, 120, random),
        Loft.PRIYA,
        16);
  }

  private void orders() {
    for (String customer : CUSTOMERS) {
      life(
          Loft.ORDERS,
          "Quotations/" + customer + ".docx",
          text(TextDocument.TextFormat.DOCX, "Quotation for " + customer, 8),
          Loft.PRIYA,
          6);
      life(
          Loft.ORDERS,
          "Confirmations/" + customer + ".pdf",
          text(TextDocument.TextFormat.PDF, "Order confirmation, " + customer, 6),
          Loft.PRIYA,
          3);
      life(
          Loft.ORDERS,
          "Cloth/" + customer.toLowerCase(Locale.ROOT) + "-cloth.xlsx",
          new TableDocument(TableDocument.TableFormat.XLSX, "C", PRICE, 24, random),
          Loft.PRIYA,
          5);
    }
    life(
        Loft.ORDERS,
        "price-list.csv",
        new TableDocument(TableDocument.TableFormat.CSV, "A", PRICE, 160, random),
        Loft.PRIYA,
        14);
    life(Loft.ORDERS, "delivery dates.json", json(), Loft.PRIYA, 12);
    life(
        Loft.ORDERS,
        "terms of sale.odt",
        text(TextDocument.TextFormat.ODT, "Terms of sale", 14),
        Loft.MAREN,
        4);
    life(
        Loft.ORDERS,
        "order page.html",
        text(TextDocument.TextFormat.HTML, "How to order a sail", 9),
        Loft.PRIYA,
        5);
  }

  private void repairs() {
    for (int job = 301; job <= 312; job++) {
      String folder = "Job " + job + "/";
      life(Loft.REPAIRS, folder + "damage.jpg", new PictureDocument("jpg", random), Loft.ANSELM, 2);
      life(
          Loft.REPAIRS,
          folder + "repair notes.txt",
          text(TextDocument.TextFormat.TXT, "Repair notes, job " + job, 5),
          Loft.ANSELM,
          7);
      if (job % 3 == 0) {
        life(
            Loft.REPAIRS,
            folder + "letter to insurer.docx",
            text(TextDocument.TextFormat.DOCX, "Claim for job " + job, 7),
            Loft.MAREN,
            5);
      }
      if (job % 4 == 0) {
        life(
            Loft.REPAIRS,
            folder + "insurance report.pdf",
            text(TextDocument.TextFormat.PDF, "Insurance report, job " + job, 30),
            Loft.ANSELM,
            3);
      }
    }
    life(
        Loft.REPAIRS,
        "bench rota.odt",
        text(TextDocument.TextFormat.ODT, "Bench rota", 10),
        Loft.ANSELM,
        10);
    life(Loft.REPAIRS, "stitch samples.png", new PictureDocument("png", random), Loft.JUNO, 4);
  }

  private void webPages() {
    for (String page : List.of("index", "new sails", "repairs", "measuring", "how to find us")) {
      life(
          Loft.WEB,
          page + ".html",
          text(TextDocument.TextFormat.HTML, "Gannet Point Sail Loft: " + page, 7),
          Loft.PRIYA,
          6);
    }
    life(Loft.WEB, "images/loft.png", new PictureDocument("png", random), Loft.JUNO, 3);
  }

  /** From before anybody recorded revisions: one price sheet, kept under eleven names. */
  private void oldCopies() {
    life(
        Loft.ORDERS,
        "supplier cloth list.csv",
        new TableDocument(TableDocument.TableFormat.CSV, "Cloth", PRICE, 60, random),
        Loft.PRIYA,
        4);
    Document sheet =
        new TableDocument(TableDocument.TableFormat.XLSX, "Shackle", PRICE, 46, random);
    List<String> names =
        List.of(
            "Rigging prices 2025-02-10 MO.xlsx",
            "Rigging prices 2025-03-03 PD.xlsx",
            "Rigging prices 2025-03-24 PD.xlsx",
            "rigging prices 2025-04-14 TL.xlsx",
            "Rigging prices 2025-05-19 PD.xlsx",
            "Rigging prices 2025-05-19 PD (1).xlsx",
            "Rigging prices 2025-06-30 PD final.xlsx",
            "Rigging_prices_2025-08-11_MO.xlsx",
            "Rigging prices 2025-09-01 PD.xlsx",
            "Rigging prices 2025-10-06 PD.xlsx",
            "Rigging prices 2025-11-03 MO final.xlsx");
    for (int i = 0; i < names.size(); i++) {
      String name = names.get(i);
      LocalDate day = LocalDate.parse(name.replaceAll(".*(2025-\\d\\d-\\d\\d).*", "$1"));
      String person =
          name.contains("MO") ? Loft.MAREN : name.contains("TL") ? Loft.TEO : Loft.PRIYA;
      long seed = random.nextLong();
      boolean first = i == 0;
      Happening.Deed deed =
          folder -> {
            if (!first) {
              sheet.work(new Random(seed));
            }
            return write(folder.resolve(name), sheet.save(person));
          };
      Instant at = BEGIN.atTime(7, 30).atZone(Loft.ZONE).toInstant();
      Instant saved = day.atTime(16, 20 + i).atZone(Loft.ZONE).toInstant();
      add(new Happening(at, person, Loft.ORDERS, deed, saved));
    }
  }

  private void badDays() {
    // Kestrel's mainsail list saved over with Plover's genoa list.
    String mainsail = "Kestrel 32/mainsail-cut-list.csv";
    save(at(2026, 3, 9, 11, 3), Loft.TEO, Loft.CUTTING, mainsail);
    save(at(2026, 3, 10, 16, 20), Loft.MAREN, Loft.CUTTING, mainsail);
    copyOver(at(2026, 3, 11, 9, 12), Loft.TEO, "Plover 26/genoa-cut-list.csv", mainsail);

    // The price list: select all, keyboard mash, saved; three more saves before anybody looked.
    byte[] mash =
        "jklö asdfjkl öasdf jkl;asdf jklasdfj kl öasdfj klö asd\n".getBytes(StandardCharsets.UTF_8);
    raw(at(2026, 3, 9, 15, 41), Loft.PRIYA, Loft.ORDERS, "price-list.csv", mash);
    raw(
        at(2026, 3, 10, 9, 2),
        Loft.PRIYA,
        Loft.ORDERS,
        "price-list.csv",
        concat(mash, "Kite cloth,88\n"));
    raw(
        at(2026, 3, 10, 14, 30),
        Loft.MAREN,
        Loft.ORDERS,
        "price-list.csv",
        concat(mash, "Kite cloth,91\nWebbing,12\n"));
    raw(
        at(2026, 3, 11, 10, 15),
        Loft.PRIYA,
        Loft.ORDERS,
        "price-list.csv",
        concat(mash, "Kite cloth,91\nWebbing,14\n"));

    cutOff(at(2026, 3, 5, 12, 10), Loft.ANSELM, "Job 308/insurance report.pdf");
    halfZeros(at(2026, 3, 6, 10, 40), Loft.JUNO, "Job 305/damage.jpg");
    raw(
        at(2026, 3, 10, 17, 5),
        Loft.MAREN,
        Loft.REPAIRS,
        "Job 309/letter to insurer.docx",
        new byte[0]);

    // The winter surveys' folder was removed, and a batten table with five good revisions.
    remove(at(2026, 3, 10, 11, 40), Loft.JUNO, "Surveys winter");
    remove(at(2026, 3, 11, 14, 25), Loft.TEO, "Whimbrel 40/batten-table.csv");

    // A drawing that was renamed twice and moved; its history goes through.
    String first = "Avocet 36/spinnaker-layout-old.svg";
    String second = "Avocet 36/spinnaker-layout.svg";
    String third = "Whimbrel 40/spinnaker-layout-v2.svg";
    save(at(2025, 12, 4, 10, 5), Loft.TEO, Loft.CUTTING, first);
    save(at(2026, 1, 13, 9, 48), Loft.TEO, Loft.CUTTING, first);
    move(at(2026, 1, 20, 14, 0), Loft.TEO, first, second);
    saveAs(at(2026, 2, 3, 11, 20), Loft.TEO, Loft.CUTTING, first, second);
    move(at(2026, 2, 17, 9, 30), Loft.JUNO, second, third);
    saveAs(at(2026, 3, 3, 15, 10), Loft.JUNO, Loft.CUTTING, first, third);
  }

  /** After work, something on Priya's computer scrambled whatever it reached of the orders. */
  private void scrambled() {
    life(
        Loft.ORDERS,
        "packing notes.txt",
        text(TextDocument.TextFormat.TXT, "How sails are packed", 5),
        Loft.PRIYA,
        4);
    List<String> reached = new ArrayList<>();
    for (String customer : CUSTOMERS) {
      reached.add("Quotations/" + customer + ".docx");
      reached.add("Confirmations/" + customer + ".pdf");
      reached.add("Cloth/" + customer.toLowerCase(Locale.ROOT) + "-cloth.xlsx");
    }
    reached.addAll(
        List.of(
            "delivery dates.json", "terms of sale.odt", "order page.html", "packing notes.txt"));
    LocalDateTime time = SCRAMBLED;
    for (String path : reached) {
      scramble(time, Loft.PRIYA, Loft.ORDERS, path, ".vr8k");
      time = time.plusSeconds(8);
    }
  }

  /** Snapshots that somebody took by hand, in the order of time. */
  static List<Labelled> snapshots() {
    return List.of(
        labelled(at(2025, 11, 28, 17, 0), Loft.CUTTING, "end of November", ""),
        labelled(at(2025, 12, 19, 16, 30), Loft.CUTTING, "before the holidays", ""),
        labelled(at(2025, 12, 19, 16, 30), Loft.ORDERS, "before the holidays", ""),
        labelled(
            at(2026, 1, 23, 12, 0), Loft.CUTTING, "before the boat show", "templates go along"),
        labelled(at(2026, 2, 27, 17, 10), Loft.CUTTING, "end of February", ""),
        labelled(
            at(2026, 3, 6, 17, 20),
            Loft.CUTTING,
            "before the new plotter",
            "its driver may rewrite"));
  }

  /** A snapshot of a whole shelf. */
  record Labelled(Instant at, String shelf, String label, String reason) {}

  private static Labelled labelled(LocalDateTime at, String shelf, String label, String reason) {
    return new Labelled(at.atZone(Loft.ZONE).toInstant(), shelf, label, reason);
  }
}
