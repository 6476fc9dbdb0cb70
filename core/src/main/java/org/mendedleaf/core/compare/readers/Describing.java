package org.mendedleaf.core.compare.readers;

import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.compare.inside.ArchiveEntry;
import org.mendedleaf.core.compare.inside.Cell;
import org.mendedleaf.core.compare.inside.CellBudget;
import org.mendedleaf.core.compare.inside.Described;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.inside.TextLimits;
import org.mendedleaf.core.compare.inside.UnreadableException;
import org.mendedleaf.core.likeness.PicturePrint;
import org.mendedleaf.core.likeness.Sketch;
import org.mendedleaf.core.likeness.TermSketch;

/** Finds what a content is recognised by; in the child process only. */
public final class Describing {

  private static final int LONGEST_TITLE = 160;
  private static final int WORD = 4;
  private static final Pattern MARKED_UP =
      Pattern.compile("(?is)<(?:title|h1)[^>]*>\\s*([^<]+?)\\s*</");

  private final Glance glance;
  private final Authors authors;

  public Describing(Glance glance, Authors authors) {
    this.glance = glance;
    this.authors = authors;
  }

  /** What is found, as far as it goes: a content that no reader understands still has words. */
  public Described describe(Kind kind, Sample sample) {
    try {
      return switch (kind.family()) {
        case EMPTY, LINK -> new Described(kind, Sketch.EMPTY, PicturePrint.NONE, "", true);
        case VALUES, WORKBOOK, OPEN_SHEETS -> tables(kind, sample);
        case WORDS, OPEN_TEXT -> document(kind, sample);
        case PDF -> pdf(kind, sample);
        case PICTURE -> picture(kind, sample);
        case DRAWING -> drawing(kind, sample);
        case ARCHIVE -> archive(kind, sample);
        case TEXT -> text(kind, sample);
        case OTHER -> words(kind, sample, true);
      };
    } catch (UnreadableException e) {
      return words(kind, sample, false);
    }
  }

  private Described tables(Kind kind, Sample sample) throws UnreadableException {
    TermSketch terms = new TermSketch();
    String title = property(kind, sample);
    List<Sheet> sheets = glance.sheets(kind, sample, new CellBudget(CellBudget.SHOWN));
    for (Sheet sheet : sheets) {
      for (List<Cell> row : sheet.rows()) {
        StringBuilder line = new StringBuilder();
        int filled = 0;
        for (Cell cell : row) {
          line.append(cell.compared()).append(' ');
          filled += cell.isBlank() ? 0 : 1;
        }
        terms.add(line);
        // A line of one cell above the table is its heading.
        title = title.isEmpty() && filled == 1 ? line.toString() : title;
      }
    }
    return described(kind, terms, title);
  }

  private Described document(Kind kind, Sample sample) throws UnreadableException {
    TermSketch terms = new TermSketch();
    String heading = "";
    String first = "";
    for (Paragraph paragraph : glance.paragraphs(kind, sample)) {
      terms.add(paragraph.text());
      heading = heading.isEmpty() && paragraph.heading() > 0 ? paragraph.text() : heading;
      first = first.isEmpty() ? paragraph.text().strip() : first;
    }
    String property = property(kind, sample);
    String title = property.isEmpty() ? heading : property;
    return described(kind, terms, title.isEmpty() ? first : title);
  }

  private Described pdf(Kind kind, Sample sample) throws UnreadableException {
    TermSketch terms = new TermSketch();
    String first = "";
    for (String page : glance.pdfs().texts(sample.all())) {
      terms.add(page);
      first = first.isEmpty() ? firstLine(page) : first;
    }
    String property = glance.pdfs().title(sample.all());
    return described(kind, terms, property.isEmpty() ? first : property);
  }

  private Described picture(Kind kind, Sample sample) throws UnreadableException {
    Pictures.DecodedPicture decoded = glance.picture(kind, sample);
    return new Described(kind, Sketch.EMPTY, print(decoded), "", decoded.whole());
  }

  private Described drawing(Kind kind, Sample sample) throws UnreadableException {
    Described text = text(kind, sample);
    try {
      return new Described(
          kind, text.terms(), print(glance.picture(kind, sample)), text.title(), true);
    } catch (UnreadableException e) {
      return new Described(kind, text.terms(), PicturePrint.NONE, text.title(), false);
    }
  }

  private Described archive(Kind kind, Sample sample) throws UnreadableException {
    TermSketch terms = new TermSketch();
    for (ArchiveEntry entry : glance.archives().list(kind, sample.allOf(kind)).entries()) {
      terms.add(entry.name());
      terms.add(entry.name() + " " + entry.size() + " " + entry.check());
    }
    return described(kind, terms, "");
  }

  private Described text(Kind kind, Sample sample) throws UnreadableException {
    String text = glance.text(sample);
    TermSketch terms = new TermSketch();
    text.lines().forEach(terms::add);
    boolean isMarkedUp = kind.type().contains("html") || kind.type().contains("xml");
    Matcher marked = MARKED_UP.matcher(text);
    String title = isMarkedUp ? (marked.find() ? marked.group(1) : "") : firstLine(text);
    return described(kind, terms, title);
  }

  /** Runs of printable characters, whatever the bytes between them mean. */
  private static Described words(Kind kind, Sample sample, boolean readable) {
    TermSketch terms = new TermSketch();
    StringBuilder run = new StringBuilder();
    byte[] bytes = sample.bytes();
    for (int i = 0; i <= bytes.length; i++) {
      boolean printable = i < bytes.length && bytes[i] >= ' ' && bytes[i] < 0x7f;
      if (printable && run.length() < TextLimits.LINE) {
        run.append((char) bytes[i]);
      } else {
        if (run.length() >= WORD) {
          terms.add(run);
        }
        run.setLength(0);
      }
    }
    return new Described(kind, terms.sketch(), PicturePrint.NONE, "", readable);
  }

  private String property(Kind kind, Sample sample) {
    return sample.complete() ? authors.title(kind, sample.bytes()) : "";
  }

  private static Described described(Kind kind, TermSketch terms, String title) {
    String stripped = title.strip();
    return new Described(
        kind,
        terms.sketch(),
        PicturePrint.NONE,
        stripped.substring(0, Math.min(LONGEST_TITLE, stripped.length())),
        true);
  }

  private static String firstLine(String text) {
    return text.lines().map(String::strip).filter(line -> !line.isEmpty()).findFirst().orElse("");
  }

  private static PicturePrint print(Pictures.DecodedPicture decoded) {
    int edge = PicturePrint.EDGE;
    BufferedImage small = new BufferedImage(edge, edge, BufferedImage.TYPE_BYTE_GRAY);
    Graphics2D graphics = small.createGraphics();
    graphics.setColor(java.awt.Color.WHITE);
    graphics.fillRect(0, 0, edge, edge);
    graphics.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
    // In halves, so that each field is the mean of all that lies under it.
    graphics.drawImage(Pictures.scaled(decoded.image(), edge * 2), 0, 0, edge, edge, null);
    graphics.dispose();
    byte[] brightness = new byte[edge * edge];
    for (int i = 0; i < brightness.length; i++) {
      brightness[i] = (byte) small.getRaster().getSample(i % edge, i / edge, 0);
    }
    return new PicturePrint(brightness, (double) decoded.width() / decoded.height());
  }
}
