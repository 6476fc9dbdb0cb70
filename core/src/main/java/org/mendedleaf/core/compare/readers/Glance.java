package org.mendedleaf.core.compare.readers;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.compare.inside.CellBudget;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.KindFamily;
import org.mendedleaf.core.compare.inside.Paragraph;
import org.mendedleaf.core.compare.inside.Sheet;
import org.mendedleaf.core.compare.inside.TextLimits;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Looks at bytes; in the child process only. */
public final class Glance {

  private static final int SHOWN_PARAGRAPHS = 20_000;

  private static final int LATELY = 2;

  private final Deque<SeenPicture> lately = new ArrayDeque<>();
  private final TextReader texts = new TextReader();
  private final ValuesReader values = new ValuesReader();
  private final WorkbookReader workbooks = new WorkbookReader();
  private final OpenSheetReader openSheets = new OpenSheetReader();
  private final WordsReader words = new WordsReader();
  private final OpenTextReader openTexts = new OpenTextReader();
  private final PdfReader pdfs = new PdfReader();
  private final Pictures pictures = new Pictures();
  private final Drawings drawings = new Drawings();
  private final ArchiveReader archives = new ArchiveReader();

  /**
   * @param page which page of a paged content is wanted
   */
  public Inside inside(Kind kind, Sample sample, int page) throws IOException {
    try {
      return shown(kind, sample, page);
    } catch (UnreadableException e) {
      return new Inside.Nothing(String.valueOf(e.getMessage()));
    }
  }

  private Inside shown(Kind kind, Sample sample, int page) throws IOException, UnreadableException {
    return switch (kind.family()) {
      case EMPTY -> new Inside.Nothing("It is empty: 0 bytes.");
      case VALUES -> table(kind, sample);
      case WORKBOOK, OPEN_SHEETS -> {
        List<Sheet> sheets = sheets(kind, sample, new CellBudget(CellBudget.SHOWN));
        yield new Inside.Tables(sheets, sheets.stream().allMatch(Sheet::whole));
      }
      case WORDS, OPEN_TEXT -> {
        List<Paragraph> all = paragraphs(kind, sample);
        yield new Inside.Document(
            all.subList(0, Math.min(SHOWN_PARAGRAPHS, all.size())), all.size() <= SHOWN_PARAGRAPHS);
      }
      case PDF -> pdfs.page(sample.all(), page);
      case PICTURE, DRAWING -> picture(picture(kind, sample));
      case ARCHIVE -> archives.list(kind, sample.allOf(kind));
      case TEXT, LINK, OTHER -> text(kind, sample);
    };
  }

  private Inside table(Kind kind, Sample sample) throws UnreadableException {
    List<Sheet> sheets = sheets(kind, sample, new CellBudget(CellBudget.SHOWN));
    return new Inside.Tables(sheets, sample.complete() && sheets.get(0).whole());
  }

  private Inside text(Kind kind, Sample sample) throws UnreadableException {
    Optional<TextReader.DecodedText> decoded = texts.decode(sample.bytes(), sample.complete());
    if (decoded.isEmpty()) {
      return new Inside.Nothing("Files of this kind cannot be shown here; these are its facts.");
    }
    String text = decoded.get().text();
    Optional<String> indented = sample.complete() ? Indented.of(kind, text) : Optional.empty();
    String shown = indented.orElse(text);
    if (TextLimits.longestLine(shown) > TextLimits.LINE) {
      throw new UnreadableException(
          "One line of it has more than a million characters, so it is not shown as text.");
    }
    boolean whole = sample.complete() && shown.length() <= TextLimits.SHOWN;
    return new Inside.Text(
        shown.substring(0, Math.min(TextLimits.SHOWN, shown.length())),
        decoded.get().encoding(),
        indented.isPresent(),
        whole);
  }

  private static Inside picture(Pictures.DecodedPicture decoded) throws IOException {
    return new Inside.Picture(
        Pictures.png(Pictures.scaled(decoded.image(), Pictures.SHOWN_EDGE)),
        decoded.width(),
        decoded.height(),
        decoded.whole());
  }

  public Pictures.DecodedPicture picture(Kind kind, Sample sample) throws UnreadableException {
    byte[] bytes = sample.all();
    for (SeenPicture seen : lately) {
      if (Arrays.equals(seen.bytes(), bytes)) {
        return seen.decoded();
      }
    }
    Pictures.DecodedPicture decoded =
        kind.family() == KindFamily.DRAWING ? drawings.draw(bytes) : pictures.decode(bytes);
    lately.addFirst(new SeenPicture(bytes, decoded));
    if (lately.size() > LATELY) {
      lately.removeLast();
    }
    return decoded;
  }

  /** Whoever walks from state to state compares each one twice. */
  private record SeenPicture(byte[] bytes, Pictures.DecodedPicture decoded) {}

  /** The text of a content; throws if it is none. */
  public String text(Sample sample) throws UnreadableException {
    String text =
        texts
            .decode(sample.bytes(), sample.complete())
            .orElseThrow(() -> new UnreadableException("Its bytes are no text."))
            .text();
    if (TextLimits.longestLine(text) > TextLimits.LINE) {
      throw new UnreadableException("One line of it has more than a million characters.");
    }
    return text;
  }

  public List<Sheet> sheets(Kind kind, Sample sample, CellBudget budget)
      throws UnreadableException {
    return switch (kind.family()) {
      case WORKBOOK -> workbooks.read(sample.all(), budget);
      case OPEN_SHEETS -> openSheets.read(sample.all(), budget);
      default -> List.of(values.read(text(sample), budget));
    };
  }

  public List<Paragraph> paragraphs(Kind kind, Sample sample) throws UnreadableException {
    return kind.family() == KindFamily.WORDS
        ? words.read(sample.all())
        : openTexts.read(sample.all());
  }

  public PdfReader pdfs() {
    return pdfs;
  }

  public ArchiveReader archives() {
    return archives;
  }
}
