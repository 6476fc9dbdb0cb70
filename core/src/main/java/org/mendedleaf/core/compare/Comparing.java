package org.mendedleaf.core.compare;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.compare.Comparison.ComparedRow;
import org.mendedleaf.core.compare.Comparison.Difference;
import org.mendedleaf.core.compare.Comparison.SheetPair;
import org.mendedleaf.core.compare.inside.CellBudget;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.KindFamily;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.inside.UnreadableException;
import org.mendedleaf.core.compare.readers.Glance;
import org.mendedleaf.core.compare.readers.Indented;
import org.mendedleaf.core.compare.readers.Sample;
import org.mendedleaf.core.store.SharedBytes;

/** Compares two contents by what is in them. Used in the child process only. */
public final class Comparing {

  private static final int SHOWN_ROWS = 20_000;
  private static final int LOOKED_AT_PAGES = 12;
  private static final int LOOKED_AT_EDGE = 500;

  private final Glance glance;
  private final boolean inDetail;

  /**
   * @param inDetail whether what differs is wanted, or only the summary
   */
  public Comparing(Glance glance, boolean inDetail) {
    this.glance = glance;
    this.inDetail = inDetail;
  }

  public Comparison compare(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later)
      throws IOException {
    Comparison found = byContent(kindBefore, earlier, kindAfter, later);
    return found.identical() || !earlier.complete() || !later.complete()
        ? found
        : found.with(SharedBytes.of(earlier.bytes(), later.bytes()));
  }

  private Comparison byContent(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later)
      throws IOException {
    if (earlier.complete() && later.complete() && Arrays.equals(earlier.bytes(), later.bytes())) {
      return Comparison.identical(kindAfter);
    }
    if (kindAfter.family() == KindFamily.EMPTY) {
      return Comparison.ofBytes(kindAfter, "emptied: 0 bytes", "The later state is empty.");
    }
    if (kindBefore.family() == KindFamily.EMPTY) {
      return Comparison.ofBytes(kindAfter, "was empty before", "The earlier state is empty.");
    }
    if (!kindBefore.family().comparesWith(kindAfter.family())) {
      return otherKind(kindBefore, earlier, kindAfter, later);
    }
    try {
      return alike(kindBefore, earlier, kindAfter, later);
    } catch (UnreadableException e) {
      return Comparison.ofBytes(kindAfter, "", String.valueOf(e.getMessage()));
    }
  }

  private Comparison otherKind(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later) {
    if (isText(kindBefore) && isText(kindAfter)) {
      try {
        return texts(kindAfter, earlier, later);
      } catch (UnreadableException e) {
        return Comparison.ofBytes(kindAfter, "", String.valueOf(e.getMessage()));
      }
    }
    return Comparison.ofBytes(
        kindAfter,
        "now %s instead of %s".formatted(article(kindAfter), article(kindBefore)),
        "They are of different kinds, so only their bytes can be compared.");
  }

  private static boolean isText(Kind kind) {
    return kind.family() == KindFamily.TEXT
        || kind.family() == KindFamily.VALUES
        || kind.family() == KindFamily.DRAWING;
  }

  private static String article(Kind kind) {
    return ("aeio".indexOf(kind.name().charAt(0)) >= 0 ? "an " : "a ") + kind.name();
  }

  private Comparison alike(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later)
      throws IOException, UnreadableException {
    return switch (kindAfter.family()) {
      case VALUES, WORKBOOK, OPEN_SHEETS -> tables(kindBefore, earlier, kindAfter, later);
      case WORDS, OPEN_TEXT ->
          documents(
              kindAfter,
              glance.paragraphs(kindBefore, earlier),
              glance.paragraphs(kindAfter, later));
      case PDF -> pdfs(kindAfter, earlier, later);
      case PICTURE, DRAWING -> pictures(kindBefore, earlier, kindAfter, later);
      case ARCHIVE -> archives(kindBefore, earlier, kindAfter, later);
      case TEXT -> texts(kindAfter, earlier, later);
      case EMPTY, LINK, OTHER -> unknown(kindAfter, earlier, later);
    };
  }

  /** Kinds without a name are often text nevertheless. */
  private Comparison unknown(Kind kind, Sample earlier, Sample later) {
    try {
      return texts(kind, earlier, later);
    } catch (UnreadableException e) {
      return Comparison.ofBytes(
          kind, "", "No reader knows this kind, so only the bytes can be compared.");
    }
  }

  private Comparison texts(Kind kind, Sample earlier, Sample later) throws UnreadableException {
    String before = glance.text(earlier);
    String after = glance.text(later);
    String first = Indented.of(kind, before).orElse(before);
    String second = Indented.of(kind, after).orElse(after);
    List<String> one = first.lines().toList();
    List<String> two = second.lines().toList();
    LineComparison lines = new LineComparison(one, two);
    List<ComparedRow> rows = lines.rows();
    String summary = lines.tally().told("line", "lines");
    boolean allRead = earlier.complete() && later.complete();
    if (!lines.tally().isNothing() && strippedAlike(one, two)) {
      summary = "only spaces changed, in " + summary.replaceFirst(" changed.*", "");
    } else if (lines.tally().isNothing() && allRead) {
      summary = "the same lines; only line ends or the encoding changed";
    }
    boolean whole = allRead && rows.size() <= SHOWN_ROWS;
    return Comparison.of(
        kind,
        summary,
        new Difference.Lines(rows.subList(0, Math.min(SHOWN_ROWS, rows.size())), whole));
  }

  private static boolean strippedAlike(List<String> one, List<String> two) {
    return one.size() == two.size()
        && one.stream()
            .map(Comparing::withoutSpaces)
            .toList()
            .equals(two.stream().map(Comparing::withoutSpaces).toList());
  }

  private static String withoutSpaces(String line) {
    return line.replaceAll("\\s+", "");
  }

  private static Comparison documents(Kind kind, List<Paragraph> before, List<Paragraph> after) {
    LineComparison lines =
        new LineComparison(
            before.stream().map(Comparing::line).toList(),
            after.stream().map(Comparing::line).toList());
    List<ComparedRow> rows = lines.rows();
    String summary =
        lines.tally().isNothing()
            ? "the same text; only how it looks or what is around it changed"
            : lines.tally().told("paragraph", "paragraphs");
    return Comparison.of(
        kind,
        summary,
        new Difference.Lines(
            rows.subList(0, Math.min(SHOWN_ROWS, rows.size())), rows.size() <= SHOWN_ROWS));
  }

  private static String line(Paragraph paragraph) {
    return "#".repeat(paragraph.heading())
        + (paragraph.heading() > 0 ? " " : "")
        + paragraph.text();
  }

  private Comparison tables(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later)
      throws UnreadableException {
    List<Sheet> before = glance.sheets(kindBefore, earlier, new CellBudget(CellBudget.COMPARED));
    List<Sheet> after = glance.sheets(kindAfter, later, new CellBudget(CellBudget.COMPARED));
    TableTally tally = new TableTally();
    List<SheetPair> pairs = new ArrayList<>();
    List<Sheet> left = new ArrayList<>(before);
    for (Sheet sheet : after) {
      Sheet former = former(sheet, left, before, after);
      if (former == null) {
        tally.sheetsAdded++;
        pairs.add(TableComparison.alone(sheet, true));
      } else {
        left.remove(former);
        tally.sheetsRenamed += former.name().equals(sheet.name()) ? 0 : 1;
        pairs.add(new TableComparison(former, sheet, tally).compare());
      }
    }
    for (Sheet sheet : left) {
      tally.sheetsRemoved++;
      pairs.add(TableComparison.alone(sheet, false));
    }
    boolean all = before.stream().allMatch(Sheet::whole) && after.stream().allMatch(Sheet::whole);
    String told = tally.told();
    String summary =
        told.isEmpty() && all ? "the same cells; only what is around them changed" : told;
    return Comparison.of(kindAfter, summary, new Difference.Tables(pairs));
  }

  private static @Nullable Sheet former(
      Sheet sheet, List<Sheet> left, List<Sheet> before, List<Sheet> after) {
    for (Sheet former : left) {
      if (former.name().equals(sheet.name())) {
        return former;
      }
    }
    int place = after.indexOf(sheet);
    boolean sameCount = before.size() == after.size();
    return sameCount && left.contains(before.get(place)) ? before.get(place) : null;
  }

  private Comparison pdfs(Kind kind, Sample earlier, Sample later) throws UnreadableException {
    List<String> before = glance.pdfs().texts(earlier.all());
    List<String> after = glance.pdfs().texts(later.all());
    List<ComparedRow> rows = new ArrayList<>();
    LineComparison.LineTally tally = new LineComparison.LineTally();
    for (int page = 0; page < Math.max(before.size(), after.size()); page++) {
      List<String> first = page < before.size() ? before.get(page).lines().toList() : List.of();
      List<String> second = page < after.size() ? after.get(page).lines().toList() : List.of();
      LineComparison lines = new LineComparison(first, second);
      List<ComparedRow> found = lines.rows();
      if (!lines.tally().isNothing()) {
        rows.add(ComparedRow.section("Page " + (page + 1)));
        rows.addAll(found);
        tally.add(lines.tally());
      }
    }
    String pages =
        before.size() == after.size()
            ? ""
            : "%s instead of %,d"
                .formatted(Sentences.count(after.size(), "page", "pages"), before.size());
    String summary =
        java.util.stream.Stream.of(pages, tally.told("line", "lines"))
            .filter(part -> !part.isEmpty())
            .collect(java.util.stream.Collectors.joining(", "));
    if (summary.isEmpty()) {
      summary = looks(earlier.all(), later.all());
      rows.add(ComparedRow.section("The text of all pages is the same: " + summary + "."));
    }
    return Comparison.of(
        kind,
        summary,
        new Difference.Lines(
            rows.subList(0, Math.min(SHOWN_ROWS, rows.size())), rows.size() <= SHOWN_ROWS));
  }

  private String looks(byte[] earlier, byte[] later) throws UnreadableException {
    List<BufferedImage> before = glance.pdfs().images(earlier, LOOKED_AT_PAGES, LOOKED_AT_EDGE);
    List<BufferedImage> after = glance.pdfs().images(later, LOOKED_AT_PAGES, LOOKED_AT_EDGE);
    List<String> different = new ArrayList<>();
    for (int page = 0; page < Math.min(before.size(), after.size()); page++) {
      if (!samePixels(before.get(page), after.get(page))) {
        different.add(String.valueOf(page + 1));
      }
    }
    if (different.isEmpty()) {
      return "the same text and look; only what is around it changed";
    }
    return (different.size() == 1 ? "page " : "pages ")
        + String.join(", ", different)
        + (different.size() == 1 ? " looks different" : " look different");
  }

  private static boolean samePixels(BufferedImage before, BufferedImage after) {
    int w = before.getWidth();
    int h = before.getHeight();
    return w == after.getWidth()
        && h == after.getHeight()
        && Arrays.equals(
            before.getRGB(0, 0, w, h, null, 0, w), after.getRGB(0, 0, w, h, null, 0, w));
  }

  private Comparison pictures(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later)
      throws IOException, UnreadableException {
    PictureComparison.ComparedPictures found =
        new PictureComparison(glance.picture(kindBefore, earlier), glance.picture(kindAfter, later))
            .compare();
    String summary =
        found.summary().isEmpty()
            ? "looks the same; only how it was saved changed"
            : found.summary();
    return inDetail
        ? Comparison.of(kindAfter, summary, found.pictures())
        : Comparison.ofBytes(kindAfter, summary, "");
  }

  private Comparison archives(Kind kindBefore, Sample earlier, Kind kindAfter, Sample later)
      throws UnreadableException {
    Inside.Listing before = glance.archives().listAll(kindBefore, earlier.allOf(kindBefore));
    Inside.Listing after = glance.archives().listAll(kindAfter, later.allOf(kindAfter));
    ArchiveComparison compared = new ArchiveComparison(before, after);
    List<ComparedRow> rows = compared.rows();
    return Comparison.of(
        kindAfter, compared.told(), new Difference.Lines(rows, compared.isWhole()));
  }
}
