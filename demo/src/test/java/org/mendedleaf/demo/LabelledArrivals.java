package org.mendedleaf.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.IntStream;

/**
 * A made-up office of 300 documents of all kinds, many of them alike, and what arrives for it: each
 * arrival with the file it belongs to, or none. The same seed gives the same set.
 */
final class LabelledArrivals {

  private static final List<String> BOATS =
      List.of(
          "Kestrel",
          "Plover",
          "Dunlin",
          "Avocet",
          "Turnstone",
          "Whimbrel",
          "Sanderling",
          "Godwit",
          "Petrel",
          "Guillemot",
          "Fulmar",
          "Shearwater",
          "Lapwing",
          "Redshank",
          "Curlew");
  private static final List<String> UNSEEN_BOATS =
      List.of("Merganser", "Razorbill", "Kittiwake", "Gannet", "Eider", "Puffin", "Skua", "Tern");
  private static final List<String> PEOPLE =
      List.of(Loft.MAREN, Loft.TEO, Loft.PRIYA, Loft.ANSELM, Loft.JUNO);

  /** What an arrival was made by. */
  enum Way {
    RENAMED,
    EDITED,
    EDITED_AND_RENAMED,
    DATE_CHANGED,
    REWRITTEN_UNDER_ITS_NAME,
    STRANGER,
    LOOK_ALIKE,
    MIX_UP
  }

  /** Makes a document about a boat, or about something else of that name. */
  interface Making {
    Document of(String about, Random random);
  }

  /** A document of the office. */
  record Filed(
      int number,
      String folder,
      String name,
      String about,
      long seed,
      Making making,
      byte[] bytes) {

    Document again() {
      return making.of(about, new Random(seed));
    }
  }

  /**
   * Something that arrives.
   *
   * @param of the number of the file that it belongs to; empty if none
   * @param named the number of the file whose name it has although it belongs elsewhere
   */
  record Arrived(
      String name, byte[] bytes, Way way, Optional<Integer> of, Optional<Integer> named) {}

  private final Random random;
  private final List<Filed> filed = new ArrayList<>();

  LabelledArrivals(long seed) {
    random = new Random(seed);
    for (String boat : BOATS) {
      boat(boat);
    }
    for (int i = 0; i < 15; i++) {
      shared(i);
    }
  }

  List<Filed> filed() {
    return filed;
  }

  private void boat(String boat) {
    int number = 1 + random.nextInt(40);
    String plans = "Cutting plans/" + boat;
    String repairs = "Repairs/" + boat;
    String lower = boat.toLowerCase(Locale.ROOT);
    add(plans, boat + " mainsail cut list.csv", boat, cutList("main"));
    add(plans, boat + " genoa cut list.csv", boat, cutList("genoa"));
    add(
        plans,
        boat + " batten table.xlsx",
        boat,
        table(TableDocument.TableFormat.XLSX, "Batten", 14));
    add(plans, boat + " panel layout.svg", boat, drawing("panel layout"));
    add(
        plans,
        boat + " measurements.odt",
        boat,
        text(TextDocument.TextFormat.ODT, "measurements", 14));
    add(plans, boat + " mainsail.loft", boat, plot("mainsail"));
    add(plans, boat + " genoa.loft", boat, plot("genoa"));
    add(
        "Orders",
        "Quotation " + number + " " + boat + ".docx",
        boat,
        text(TextDocument.TextFormat.DOCX, "Quotation", 18));
    add(
        "Orders",
        "Order confirmation " + boat + ".pdf",
        boat,
        text(TextDocument.TextFormat.PDF, "Order confirmation", 22));
    add(
        "Orders",
        "Cloth order " + boat + " 2026-01.xlsx",
        boat,
        table(TableDocument.TableFormat.XLSX, "Cloth", 15));
    add(
        "Orders",
        "Delivery note " + boat + ".pdf",
        boat,
        text(TextDocument.TextFormat.PDF, "Delivery note", 8));
    add(
        repairs,
        "Damage " + boat + " leech.jpg",
        boat,
        (about, dice) -> new PictureDocument("jpg", dice));
    add(
        repairs,
        "Damage " + boat + " clew.png",
        boat,
        (about, dice) -> new PictureDocument("png", dice));
    add(
        repairs,
        "Repair notes " + boat + ".txt",
        boat,
        text(TextDocument.TextFormat.TXT, "Repair notes", 16));
    add(
        repairs,
        "Insurance letter " + boat + ".docx",
        boat,
        text(TextDocument.TextFormat.DOCX, "Insurance letter", 12));
    add(
        repairs,
        boat + " winter survey 2025.docx",
        boat,
        text(TextDocument.TextFormat.DOCX, "Winter survey", 20));
    add(repairs, boat + " rig tension.rig", boat, plot("rig tension"));
    add("Web pages", lower + ".html", boat, text(TextDocument.TextFormat.HTML, "The boat", 10));
    add("Web pages", lower + " offer.json", boat, JsonDocument::new);
  }

  private void shared(int i) {
    List<String> names =
        List.of(
            "Price list.xlsx",
            "Care guide laminates.pdf",
            "Care guide polyester.pdf",
            "Safety sheet adhesive.pdf",
            "Supplier list.csv",
            "Terms of sale.docx",
            "Holiday plan.xlsx",
            "Stock of cloth.csv",
            "Rigging price sheet.xlsx",
            "Certificate of training Juno.pdf",
            "Letterhead.docx",
            "Workshop rules.odt",
            "Front page.html",
            "Loft plan.svg",
            "Plotter settings.loft");
    String name = names.get(i);
    Making making =
        switch (name.substring(name.lastIndexOf('.') + 1)) {
          case "xlsx" -> table(TableDocument.TableFormat.XLSX, "Item", 40);
          case "csv" -> table(TableDocument.TableFormat.CSV, "Item", 40);
          case "pdf" -> text(TextDocument.TextFormat.PDF, "", 20);
          case "docx" -> text(TextDocument.TextFormat.DOCX, "", 16);
          case "odt" -> text(TextDocument.TextFormat.ODT, "", 16);
          case "html" -> text(TextDocument.TextFormat.HTML, "", 12);
          case "svg" -> drawing("");
          default -> plot("settings");
        };
    add("Handbook", name, name.substring(0, name.lastIndexOf('.')), making);
  }

  private void add(String folder, String name, String about, Making making) {
    long seed = random.nextLong();
    byte[] bytes = making.of(about, new Random(seed)).save(person());
    filed.add(new Filed(filed.size(), folder, name, about, seed, making, bytes));
  }

  private static Making cutList(String sail) {
    return (about, dice) ->
        new TableDocument(
            TableDocument.TableFormat.CSV,
            about + " " + sail,
            List.of("Panel", "Luff", "Leech", "Foot", "Cloth"),
            30 + dice.nextInt(20),
            dice);
  }

  private static Making table(TableDocument.TableFormat format, String head, int rows) {
    return (about, dice) ->
        new TableDocument(
            format, about, List.of(head, "Length", "Price", "Cloth"), rows + dice.nextInt(6), dice);
  }

  private static Making drawing(String title) {
    return (about, dice) -> new DrawingDocument(about + " " + title, 20 + dice.nextInt(20), dice);
  }

  private static Making text(TextDocument.TextFormat format, String title, int paragraphs) {
    return (about, dice) ->
        new TextDocument(format, (title + " " + about).strip(), paragraphs + dice.nextInt(6), dice);
  }

  private static Making plot(String title) {
    return (about, dice) -> new PlotterFile(about + " " + title, dice);
  }

  private String person() {
    return PEOPLE.get(random.nextInt(PEOPLE.size()));
  }

  /** Makes so many arrivals. */
  List<Arrived> arrivals(int count) {
    List<Arrived> arrivals = new ArrayList<>();
    while (arrivals.size() < count) {
      int dice = random.nextInt(100);
      Filed of = filed.get(random.nextInt(filed.size()));
      if (dice < 18) {
        arrivals.add(belongs(Way.RENAMED, decorated(of.name()), of, of.bytes()));
      } else if (dice < 36) {
        arrivals.add(belongs(Way.EDITED, of.name(), of, edited(of, 1 + random.nextInt(5))));
      } else if (dice < 58) {
        arrivals.add(
            belongs(
                Way.EDITED_AND_RENAMED,
                decorated(of.name()),
                of,
                edited(of, 1 + random.nextInt(4))));
      } else if (dice < 68) {
        arrivals.add(belongs(Way.DATE_CHANGED, dated(of.name()), of, edited(of, 2)));
      } else if (dice < 74) {
        arrivals.add(belongs(Way.REWRITTEN_UNDER_ITS_NAME, of.name(), of, edited(of, 12)));
      } else if (dice < 88) {
        arrivals.add(stranger());
      } else if (dice < 94) {
        arrivals.add(lookAlike(of));
      } else {
        arrivals.add(mixUp(of));
      }
    }
    return arrivals;
  }

  private static Arrived belongs(Way way, String name, Filed of, byte[] bytes) {
    return new Arrived(name, bytes, way, Optional.of(of.number()), Optional.empty());
  }

  private byte[] edited(Filed of, int days) {
    Document copy = of.again();
    for (int i = 0; i < days; i++) {
      copy.work(random);
    }
    return copy.save(person());
  }

  /**
   * A copy of a file as somebody kept it beside the file.
   *
   * @param of the number of the file
   * @param saved when, in days from the first one
   */
  record Kept(String name, byte[] bytes, int of, int saved) {}

  /** A file as it grew, each state kept under a name of its own, oldest first. */
  List<Kept> family(Filed of, int copies) {
    Document document = of.again();
    List<Kept> kept = new ArrayList<>();
    int style = random.nextInt(5);
    String base = of.name().substring(0, of.name().lastIndexOf('.'));
    String ending = of.name().substring(of.name().lastIndexOf('.'));
    for (int i = 0; i < copies; i++) {
      if (i > 0) {
        document.work(random);
      }
      int day = 4 + i * 3;
      String name =
          switch (style) {
            case 0 -> "%s 2026-01-%02d %s".formatted(base, day, initials());
            case 1 -> i == 0 ? base : "%s v%d".formatted(base, i + 1);
            case 2 -> i == 0 ? base : "%s (%d)".formatted(base, i);
            case 3 -> "%s 2026-01-%02d".formatted(base, day);
            default -> "%s_%02d.01.26_%s".formatted(base.replace(' ', '_'), day, initials());
          };
      if (i == copies - 1 && style == 1) {
        name = base + " final";
      }
      kept.add(new Kept(name + ending, document.save(person()), of.number(), day));
    }
    return kept;
  }

  /** Documents of one kind for month after month: alike, and none a copy of another. */
  List<Kept> series(Filed like, String name) {
    List<Kept> series = new ArrayList<>();
    for (int month = 1; month <= 6; month++) {
      Document fresh = like.making().of(name, random);
      String ending = like.name().substring(like.name().lastIndexOf('.'));
      series.add(
          new Kept(
              "%s 2026-%02d%s".formatted(name, month, ending),
              fresh.save(person()),
              -month,
              month * 30));
    }
    return series;
  }

  /** The name as it comes back from a download folder, a colleague or a mail. */
  private String decorated(String name) {
    int dot = name.lastIndexOf('.');
    String base = name.substring(0, dot);
    String ending = name.substring(dot);
    List<Function<String, String>> ways =
        List.of(
            b -> b + " (" + (1 + random.nextInt(3)) + ")",
            b -> "Copy of " + b,
            b -> b + " - copy",
            b -> b + "_final",
            b -> b + " v" + (2 + random.nextInt(6)),
            b -> b + " " + date(),
            b -> b + " " + initials(),
            b -> date() + " " + b,
            b -> b.toUpperCase(Locale.ROOT),
            b -> b.replace(' ', '_').toLowerCase(Locale.ROOT),
            b -> b.replace(" ", ""),
            b -> b + " final " + initials() + " (1)",
            b -> dropWord(b),
            b -> "Scan" + (1000 + random.nextInt(9000)));
    return ways.get(random.nextInt(ways.size())).apply(base) + ending;
  }

  private String dropWord(String base) {
    String[] words = base.split(" ", -1);
    if (words.length < 3) {
      return base + " new";
    }
    int dropped = random.nextInt(words.length);
    return String.join(
        " ",
        IntStream.range(0, words.length)
            .filter(i -> i != dropped)
            .mapToObj(i -> words[i])
            .toList());
  }

  private String dated(String name) {
    String changed = name.replaceAll("20\\d\\d(-\\d\\d)?", date());
    int dot = name.lastIndexOf('.');
    return changed.equals(name)
        ? name.substring(0, dot) + " " + date() + name.substring(dot)
        : changed;
  }

  private String date() {
    int month = 1 + random.nextInt(12);
    int day = 1 + random.nextInt(28);
    return switch (random.nextInt(4)) {
      case 0 -> "2026-%02d-%02d".formatted(month, day);
      case 1 -> "2026%02d%02d".formatted(month, day);
      case 2 -> "%02d.%02d.26".formatted(day, month);
      default -> "%d %s 2026".formatted(day, List.of("Jan", "Feb", "March").get(month % 3));
    };
  }

  private String initials() {
    return List.of("MO", "TL", "PD", "AB", "JH").get(random.nextInt(5));
  }

  /** A new document of a kind that the office has many of, for a boat it never had. */
  private Arrived stranger() {
    String boat = UNSEEN_BOATS.get(random.nextInt(UNSEEN_BOATS.size()));
    Filed like = filed.get(random.nextInt(15 * 19));
    String name = like.name();
    for (String known : BOATS) {
      name =
          name.replace(known, boat)
              .replace(known.toLowerCase(Locale.ROOT), boat.toLowerCase(Locale.ROOT));
    }
    Document fresh = like.making().of(boat, random);
    return new Arrived(
        name, fresh.save(person()), Way.STRANGER, Optional.empty(), Optional.empty());
  }

  /** Another document for a boat that the office knows, under a name of its own. */
  private Arrived lookAlike(Filed like) {
    String boat = BOATS.get(random.nextInt(BOATS.size()));
    String name =
        List.of("Spinnaker fitting ", "Trailer hire ", "Mast inspection ", "Invoice ", "Thank you ")
                .get(random.nextInt(5))
            + boat
            + like.name().substring(like.name().lastIndexOf('.'));
    Document fresh = like.making().of(name.substring(0, name.lastIndexOf('.')), random);
    return new Arrived(
        name, fresh.save(person()), Way.LOOK_ALIKE, Optional.empty(), Optional.empty());
  }

  /** The content of one file under the name of another of its kind. */
  private Arrived mixUp(Filed of) {
    String ending = of.name().substring(of.name().lastIndexOf('.'));
    List<Filed> others =
        filed.stream()
            .filter(one -> one.number() != of.number() && one.name().endsWith(ending))
            .toList();
    if (others.isEmpty()) {
      return belongs(Way.RENAMED, decorated(of.name()), of, of.bytes());
    }
    Filed other = others.get(random.nextInt(others.size()));
    byte[] bytes = random.nextBoolean() ? other.bytes() : edited(other, 1 + random.nextInt(3));
    return new Arrived(
        of.name(), bytes, Way.MIX_UP, Optional.of(other.number()), Optional.of(of.number()));
  }
}
