package org.mendedleaf.demo;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;

/** Says what happened in the sail loft: who saved, moved, removed or damaged what, and when. */
abstract class Storytelling {

  static final LocalDate BEGIN = LocalDate.of(2025, 11, 17);
  static final List<String> PANEL = List.of("panel", "width", "length", "roach", "cloth");
  static final List<String> PRICE = List.of("item", "each", "per ten", "stock", "cloth");
  private static final LocalDate END = LocalDate.of(2026, 3, 11);

  final Random random = new Random(20260312);
  private final List<Happening> happenings = new ArrayList<>();
  private final Map<String, Document> documents = new HashMap<>();

  /** Everything that happened, in order of time. */
  final List<Happening> told() {
    return happenings.stream().sorted(Comparator.comparing(Happening::at)).toList();
  }

  /** A file that is there from the start and is worked on now and then. */
  void life(String shelf, String path, Document document, String person, int saves) {
    documents.put(shelf + "/" + path, document);
    save(BEGIN.atTime(7, 30), person, shelf, path);
    LocalDateTime time = BEGIN.atTime(8, 0);
    for (int i = 0; i < saves; i++) {
      time = workTime();
      if (path.equals("Kestrel 32/mainsail-cut-list.csv")
          || path.equals("price-list.csv")
          || path.startsWith("Surveys winter")
          || path.equals("Whimbrel 40/batten-table.csv")
          || path.startsWith("Job 30")) {
        // The bad days come after the last good save.
        time = time.isAfter(at(2026, 3, 4, 0, 0)) ? time.minusDays(28) : time;
      }
      String who = random.nextInt(5) == 0 ? Loft.JUNO : person;
      save(time, who, shelf, path);
    }
  }

  LocalDateTime workTime() {
    while (true) {
      LocalDate day = BEGIN.plusDays(random.nextInt((int) (END.toEpochDay() - BEGIN.toEpochDay())));
      boolean weekend =
          day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY;
      boolean holiday =
          day.isAfter(LocalDate.of(2025, 12, 21)) && day.isBefore(LocalDate.of(2026, 1, 5));
      if (!weekend && !holiday) {
        return day.atTime(8 + random.nextInt(9), random.nextInt(60), random.nextInt(60));
      }
    }
  }

  void save(LocalDateTime time, String person, String shelf, String path) {
    saveAs(time, person, shelf, path, path);
  }

  void saveAs(LocalDateTime time, String person, String shelf, String path, String as) {
    Document document = documents.get(shelf + "/" + path);
    boolean first = !time.isAfter(BEGIN.atTime(7, 30));
    long seed = random.nextLong();
    add(
        time,
        person,
        shelf,
        folder -> {
          if (!first) {
            document.work(new Random(seed));
          }
          return write(folder.resolve(as), document.save(person));
        });
  }

  void raw(LocalDateTime time, String person, String shelf, String path, byte[] bytes) {
    add(time, person, shelf, folder -> write(folder.resolve(path), bytes));
  }

  void copyOver(LocalDateTime time, String person, String from, String to) {
    add(
        time,
        person,
        Loft.CUTTING,
        folder -> write(folder.resolve(to), Files.readAllBytes(folder.resolve(from))));
  }

  void cutOff(LocalDateTime time, String person, String path) {
    add(
        time,
        person,
        Loft.REPAIRS,
        folder -> {
          byte[] whole = Files.readAllBytes(folder.resolve(path));
          return write(folder.resolve(path), Arrays.copyOf(whole, whole.length * 2 / 5));
        });
  }

  void halfZeros(LocalDateTime time, String person, String path) {
    add(
        time,
        person,
        Loft.REPAIRS,
        folder -> {
          byte[] bytes = Files.readAllBytes(folder.resolve(path));
          Arrays.fill(bytes, bytes.length / 2, bytes.length, (byte) 0);
          return write(folder.resolve(path), bytes);
        });
  }

  /** A file's bytes become noise, and its name gets another ending. */
  void scramble(LocalDateTime time, String person, String shelf, String path, String ending) {
    add(
        time,
        person,
        shelf,
        folder -> {
          Path file = folder.resolve(path);
          byte[] noise = new byte[(int) Files.size(file)];
          new Random(path.hashCode()).nextBytes(noise);
          Files.delete(file);
          return write(folder.resolve(path + ending), noise);
        });
  }

  void remove(LocalDateTime time, String person, String path) {
    add(
        time,
        person,
        Loft.CUTTING,
        folder -> {
          try (Stream<Path> files = Files.walk(folder.resolve(path))) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
              Files.delete(file);
            }
          }
          return null;
        });
  }

  void move(LocalDateTime time, String person, String from, String to) {
    add(
        time,
        person,
        Loft.CUTTING,
        folder -> {
          Files.createDirectories(folder.resolve(to).getParent());
          Files.move(folder.resolve(from), folder.resolve(to));
          return null;
        });
  }

  void add(LocalDateTime time, String person, String shelf, Happening.Deed deed) {
    Instant at = time.atZone(Loft.ZONE).toInstant();
    add(new Happening(at, person, shelf, deed, at));
  }

  final void add(Happening happening) {
    happenings.add(happening);
  }

  static Path write(Path file, byte[] bytes) throws java.io.IOException {
    Files.createDirectories(file.getParent());
    Files.write(file, bytes);
    return file;
  }

  TableDocument table(String label, int rows) {
    return new TableDocument(TableDocument.TableFormat.CSV, label, PANEL, rows, random);
  }

  TextDocument text(TextDocument.TextFormat format, String title, int paragraphs) {
    return new TextDocument(format, title, paragraphs, random);
  }

  DrawingDocument drawing(String title, int panels) {
    return new DrawingDocument(title, panels, random);
  }

  Document json() {
    TableDocument table = new TableDocument(TableDocument.TableFormat.CSV, "D", PRICE, 12, random);
    return new Document() {
      @Override
      public void work(Random r) {
        table.work(r);
      }

      @Override
      public byte[] save(String person) {
        String csv = new String(table.save(person), StandardCharsets.UTF_8);
        String rows =
            csv.strip()
                .lines()
                .skip(1)
                .map(l -> "  \"" + l + "\"")
                .reduce((a, b) -> a + ",\n" + b)
                .orElse("");
        return ("[\n" + rows + "\n]\n").getBytes(StandardCharsets.UTF_8);
      }
    };
  }

  static byte[] concat(byte[] first, String more) {
    byte[] second = more.getBytes(StandardCharsets.UTF_8);
    byte[] both = Arrays.copyOf(first, first.length + second.length);
    System.arraycopy(second, 0, both, first.length, second.length);
    return both;
  }

  static LocalDateTime at(int year, int month, int day, int hour, int minute) {
    return LocalDateTime.of(year, month, day, hour, minute);
  }

  static Instant begin() {
    return BEGIN.atTime(7, 30).atZone(Loft.ZONE).toInstant();
  }
}
