package org.mendedleaf.core.compare.readers;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.tika.detect.DefaultDetector;
import org.apache.tika.metadata.Metadata;
import org.apache.tika.metadata.TikaCoreProperties;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.KindFamily;

/** Tells what a content is, by its bytes and with its name as a hint. In the child process only. */
public final class Kinds {

  private static final int PEEKED_ENTRIES = 40;

  private final DefaultDetector detector = new DefaultDetector();

  public Kind of(String name, byte[] bytes) throws IOException {
    if (bytes.length == 0) {
      return new Kind("application/x-empty", KindFamily.EMPTY, "empty file");
    }
    Metadata metadata = new Metadata();
    metadata.set(TikaCoreProperties.RESOURCE_NAME_KEY, name);
    String type =
        detector.detect(new ByteArrayInputStream(bytes), metadata).getBaseType().toString();
    if (type.equals("application/zip") || type.equals("application/x-tika-ooxml")) {
      type = packaged(bytes, type);
    }
    KindFamily family = family(type, name.toLowerCase(Locale.ROOT));
    return new Kind(type, family, named(type, family));
  }

  /** What a ZIP package is under a name that does not tell. */
  private static String packaged(byte[] bytes, String type) {
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      ZipEntry entry = zip.getNextEntry();
      for (int i = 0; entry != null && i < PEEKED_ENTRIES; i++) {
        String name = entry.getName();
        if (name.equals("word/document.xml")) {
          return "application/vnd.openxmlformats-officedocument.wordprocessingml.document";
        }
        if (name.equals("xl/workbook.xml")) {
          return "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
        }
        entry = zip.getNextEntry();
      }
    } catch (IOException | IllegalArgumentException e) {
      // A package that is not whole stays what its first bytes say.
      return type;
    }
    return type;
  }

  private static KindFamily family(String type, String name) {
    if (type.equals("text/csv") || type.equals("text/tab-separated-values")) {
      return KindFamily.VALUES;
    }
    if (type.contains("spreadsheetml")) {
      return KindFamily.WORKBOOK;
    }
    if (type.contains("opendocument.spreadsheet")) {
      return KindFamily.OPEN_SHEETS;
    }
    if (type.contains("wordprocessingml")) {
      return KindFamily.WORDS;
    }
    if (type.contains("opendocument.text")) {
      return KindFamily.OPEN_TEXT;
    }
    if (type.equals("application/pdf")) {
      return KindFamily.PDF;
    }
    if (type.startsWith("image/svg")) {
      return KindFamily.DRAWING;
    }
    if (List.of("image/png", "image/jpeg", "image/gif", "image/bmp", "image/tiff").contains(type)) {
      return KindFamily.PICTURE;
    }
    if (List.of(
                "application/zip",
                "application/x-tar",
                "application/x-gtar",
                "application/java-archive")
            .contains(type)
        || (type.equals("application/gzip")
            && (name.endsWith(".tar.gz") || name.endsWith(".tgz")))) {
      return KindFamily.ARCHIVE;
    }
    if (type.startsWith("text/")
        || type.endsWith("+xml")
        || List.of(
                "application/json", "application/xml", "application/javascript", "application/x-sh")
            .contains(type)) {
      return KindFamily.TEXT;
    }
    return KindFamily.OTHER;
  }

  private static String named(String type, KindFamily family) {
    String sub = type.substring(type.indexOf('/') + 1);
    return switch (family) {
      case EMPTY -> "empty file";
      case LINK -> "link";
      case VALUES -> sub.equals("csv") ? "table (CSV)" : "table (TSV)";
      case WORKBOOK -> "spreadsheet (XLSX)";
      case OPEN_SHEETS -> "spreadsheet (ODS)";
      case WORDS -> "document (DOCX)";
      case OPEN_TEXT -> "document (ODT)";
      case PDF -> "PDF";
      case PICTURE -> "picture (" + sub.toUpperCase(Locale.ROOT) + ")";
      case DRAWING -> "drawing (SVG)";
      case ARCHIVE -> type.equals("application/zip") ? "archive (ZIP)" : "archive (TAR)";
      case TEXT ->
          switch (sub) {
            case "plain" -> "text";
            case "html", "xhtml+xml" -> "web page (HTML)";
            case "json" -> "text (JSON)";
            case "xml" -> "text (XML)";
            default -> "text (" + sub + ")";
          };
      case OTHER -> type.equals(Kind.UNKNOWN.type()) ? Kind.UNKNOWN.name() : type;
    };
  }
}
