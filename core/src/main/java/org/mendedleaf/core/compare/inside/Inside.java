package org.mendedleaf.core.compare.inside;

import java.util.List;

/** The part of a content that can be shown. */
public sealed interface Inside {

  /**
   * The beginning of a text.
   *
   * @param encoding the name of its encoding
   * @param indented whether line breaks and indents were added for reading
   * @param whole whether this is all of it
   */
  record Text(String text, String encoding, boolean indented, boolean whole) implements Inside {}

  /**
   * Tables.
   *
   * @param whole whether these are all rows of all sheets
   */
  record Tables(List<Sheet> sheets, boolean whole) implements Inside {}

  /**
   * A document as its paragraphs.
   *
   * @param whole whether these are all
   */
  record Document(List<Paragraph> paragraphs, boolean whole) implements Inside {}

  /**
   * One page of several.
   *
   * @param png the page as PNG
   * @param page which one this is, from 0
   * @param pages how many there are
   */
  record Page(byte[] png, int page, int pages) implements Inside {}

  /**
   * A picture, scaled down where it is large.
   *
   * @param png the picture as PNG
   * @param width of the original in pixels
   * @param height of the original in pixels
   * @param whole false where the file is cut off and the rest of the picture is missing
   */
  record Picture(byte[] png, int width, int height, boolean whole) implements Inside {}

  /**
   * The entries of an archive.
   *
   * @param whole whether these are all its entries
   */
  record Listing(List<ArchiveEntry> entries, boolean whole) implements Inside {}

  /**
   * Nothing but facts.
   *
   * @param because why nothing is shown, as a sentence
   * @param words the printable words among its first bytes
   * @param first its first bytes
   */
  public record Nothing(String because, List<String> words, byte[] first) implements Inside {

    public Nothing(String because) {
      this(because, List.of(), new byte[0]);
    }
  }
}
