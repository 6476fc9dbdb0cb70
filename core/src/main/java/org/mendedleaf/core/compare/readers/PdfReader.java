package org.mendedleaf.core.compare.readers;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.mendedleaf.core.compare.inside.Inside;
import org.mendedleaf.core.compare.inside.Sentences;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Reads PDF: one page as a picture, or the text of every page. */
public final class PdfReader {

  private static final float POINTS_AN_INCH = 72;
  private static final int MAX_PAGES = 2_000;

  /**
   * @param page which one, from 0; the last one if there are fewer
   */
  Inside.Page page(byte[] bytes, int page) throws UnreadableException {
    try (PDDocument document = open(bytes)) {
      int pages = document.getNumberOfPages();
      int at = Math.min(page, pages - 1);
      return new Inside.Page(Pictures.png(image(document, at, Pictures.SHOWN_EDGE)), at, pages);
    } catch (IOException e) {
      throw new UnreadableException("It is no whole PDF: " + Sentences.reason(e) + ".");
    }
  }

  /** The text of each page. */
  public List<String> texts(byte[] bytes) throws UnreadableException {
    try (PDDocument document = open(bytes)) {
      List<String> texts = new ArrayList<>();
      PDFTextStripper stripper = new PDFTextStripper();
      stripper.setSortByPosition(true);
      for (int page = 1; page <= Math.min(MAX_PAGES, document.getNumberOfPages()); page++) {
        stripper.setStartPage(page);
        stripper.setEndPage(page);
        texts.add(stripper.getText(document));
      }
      return texts;
    } catch (IOException e) {
      throw new UnreadableException("It is no whole PDF: " + Sentences.reason(e) + ".");
    }
  }

  /** The title among its properties; empty if it has none. */
  String title(byte[] bytes) throws UnreadableException {
    try (PDDocument document = open(bytes)) {
      String title = document.getDocumentInformation().getTitle();
      return title == null ? "" : title.strip();
    } catch (IOException e) {
      throw new UnreadableException("It is no whole PDF: " + Sentences.reason(e) + ".");
    }
  }

  /** The first pages as pictures with at most {@code edge} pixels on the longer side. */
  public List<BufferedImage> images(byte[] bytes, int pages, int edge) throws UnreadableException {
    try (PDDocument document = open(bytes)) {
      List<BufferedImage> images = new ArrayList<>();
      for (int page = 0; page < Math.min(pages, document.getNumberOfPages()); page++) {
        images.add(image(document, page, edge));
      }
      return images;
    } catch (IOException e) {
      throw new UnreadableException("It is no whole PDF: " + Sentences.reason(e) + ".");
    }
  }

  private static PDDocument open(byte[] bytes) throws IOException, UnreadableException {
    PDDocument document;
    try {
      document = Loader.loadPDF(bytes);
    } catch (InvalidPasswordException e) {
      throw new UnreadableException("It is locked with a password, so its pages cannot be shown.");
    }
    if (document.getNumberOfPages() == 0) {
      document.close();
      throw new UnreadableException("It is a PDF without pages.");
    }
    return document;
  }

  private static BufferedImage image(PDDocument document, int page, int edge) throws IOException {
    PDRectangle box = document.getPage(page).getCropBox();
    float points = Math.max(1, Math.max(box.getWidth(), box.getHeight()));
    PDFRenderer renderer = new PDFRenderer(document);
    return renderer.renderImageWithDPI(page, edge / points * POINTS_AN_INCH, ImageType.RGB);
  }
}
