package org.mendedleaf.core.compare.readers;

import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.parser.resources.ResourcePolicy;
import com.github.weisj.jsvg.view.ViewBox;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.mendedleaf.core.compare.inside.UnreadableException;

/** Draws SVG. Nothing outside the file is fetched, and a file that defines entities is refused. */
final class Drawings {

  private static final int MAX_BYTES = 24 << 20;
  private static final Pattern OUTSIDE =
      Pattern.compile(
          "\\b(?:href|src)\\s*=\\s*[\"'](https?|ftp|file|//)"
              + "|\\burl\\(\\s*[\"']?(https?|ftp|file):|@import",
          Pattern.CASE_INSENSITIVE);

  Pictures.DecodedPicture draw(byte[] bytes) throws UnreadableException {
    String head = new String(bytes, StandardCharsets.ISO_8859_1);
    if (head.contains("<!ENTITY")) {
      throw new UnreadableException(
          "It defines entities of its own, which are not expanded here, so it is not drawn.");
    }
    if (bytes.length > MAX_BYTES) {
      throw new UnreadableException("The drawing is too large to be drawn here.");
    }
    if (fetches(head)) {
      throw new UnreadableException(
          "It takes parts from outside the file, which is not done here, so it is not drawn.");
    }
    SVGDocument document =
        new SVGLoader()
            .load(
                new ByteArrayInputStream(bytes),
                null,
                LoaderContext.builder().externalResourcePolicy(ResourcePolicy.DENY_ALL).build());
    if (document == null) {
      throw new UnreadableException("It is no whole drawing: its XML is not well formed.");
    }
    float width = Math.max(1, document.size().width);
    float height = Math.max(1, document.size().height);
    float scale = Pictures.SHOWN_EDGE / Math.max(width, height);
    BufferedImage image =
        new BufferedImage(
            Math.max(1, Math.round(width * scale)),
            Math.max(1, Math.round(height * scale)),
            BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    document.render(
        (java.awt.Component) null, g, new ViewBox(0, 0, image.getWidth(), image.getHeight()));
    g.dispose();
    return new Pictures.DecodedPicture(image, Math.round(width), Math.round(height), true);
  }

  private static boolean fetches(String svg) {
    return OUTSIDE.matcher(svg).find();
  }
}
