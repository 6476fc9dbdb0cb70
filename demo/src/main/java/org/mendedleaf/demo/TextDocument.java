package org.mendedleaf.demo;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** A letter, a note, a survey: a title and paragraphs. TXT, HTML, DOCX, ODT or PDF. */
final class TextDocument implements Document {

  /** The format in which it is saved. */
  enum TextFormat {
    TXT,
    HTML,
    DOCX,
    ODT,
    PDF
  }

  private static final List<String> OPENINGS =
      List.of(
          "The luff tape",
          "The clew patch",
          "The leech line",
          "The second batten pocket",
          "The head ring",
          "The foot of the sail",
          "The reef row",
          "The tack webbing",
          "The upper panel",
          "The boltrope");
  private static final List<String> MIDDLES =
      List.of(
          "has been measured again and", "was worn through near the stitching and",
          "shows no chafe this season and", "needs two more rows of stitching, which",
          "was replaced in the autumn and", "has stretched by a finger's width and");
  private static final List<String> ENDINGS =
      List.of(
          "is to be looked at once more before the launch.",
          "will be done in the first week of the month.",
          "can stay as it is for another year.",
          "goes on the quotation as a line of its own.",
          "was agreed with the owner by telephone.",
          "is drawn in the panel layout of the same date.");

  private final TextFormat format;
  private final String title;
  private final List<String> paragraphs = new ArrayList<>();

  TextDocument(TextFormat format, String title, int paragraphs, Random random) {
    this.format = format;
    this.title = title;
    for (int i = 0; i < paragraphs; i++) {
      this.paragraphs.add(paragraph(random));
    }
  }

  @Override
  public void work(Random random) {
    if (random.nextInt(3) == 0 && paragraphs.size() > 4) {
      paragraphs.set(random.nextInt(paragraphs.size()), paragraph(random));
    } else {
      paragraphs.add(random.nextInt(paragraphs.size() + 1), paragraph(random));
    }
  }

  @Override
  public byte[] save(String person) {
    return switch (format) {
      case TXT ->
          (title + "\n\n" + String.join("\n\n", paragraphs) + "\n")
              .getBytes(StandardCharsets.UTF_8);
      case HTML ->
          ("<!doctype html>\n<title>"
                  + title
                  + "</title>\n<h1>"
                  + title
                  + "</h1>\n<p>"
                  + String.join("</p>\n<p>", paragraphs)
                  + "</p>\n")
              .getBytes(StandardCharsets.UTF_8);
      case DOCX -> OfficeFiles.docx(title, paragraphs, person);
      case ODT -> OfficeFiles.odt(title, paragraphs, person);
      case PDF -> PdfFile.of(title, paragraphs);
    };
  }

  private static String paragraph(Random random) {
    StringBuilder text = new StringBuilder();
    for (int i = 1 + random.nextInt(3); i > 0; i--) {
      text.append(OPENINGS.get(random.nextInt(OPENINGS.size())))
          .append(' ')
          .append(MIDDLES.get(random.nextInt(MIDDLES.size())))
          .append(' ')
          .append(ENDINGS.get(random.nextInt(ENDINGS.size())))
          .append(i > 1 ? " " : "");
    }
    return text.toString();
  }
}
