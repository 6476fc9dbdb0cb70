package org.mendedleaf.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Small but whole files of the open office formats: ISO/IEC 29500 and OASIS OpenDocument. */
final class OfficeFiles {

  private static final String XML = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>";
  private static final String PACKAGE = "http://schemas.openxmlformats.org/package/2006";
  private static final String OFFICE =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
  private static final String TYPE = "application/vnd.openxmlformats-officedocument.";

  private OfficeFiles() {}

  static byte[] xlsx(List<String> heads, List<List<String>> rows, String person) {
    StringBuilder data = new StringBuilder();
    int number = 1;
    data.append(row(number++, heads));
    for (List<String> row : rows) {
      data.append(row(number++, row));
    }
    Map<String, String> parts = new LinkedHashMap<>();
    String main = TYPE + "spreadsheetml.";
    parts.put(
        "[Content_Types].xml",
        types(
            Map.of(
                "/xl/workbook.xml", main + "sheet.main+xml",
                "/xl/worksheets/sheet1.xml", main + "worksheet+xml")));
    parts.put("_rels/.rels", relations("xl/workbook.xml"));
    parts.put("docProps/core.xml", core(person));
    String ns = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    parts.put(
        "xl/workbook.xml",
        XML
            + "<workbook xmlns=\""
            + ns
            + "\" xmlns:r=\""
            + OFFICE
            + "\"><sheets><sheet name=\"Sheet1\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>");
    parts.put(
        "xl/_rels/workbook.xml.rels",
        XML
            + "<Relationships xmlns=\""
            + PACKAGE
            + "/relationships\"><Relationship Id=\"rId1\" Type=\""
            + OFFICE
            + "/worksheet\" Target=\"worksheets/sheet1.xml\"/></Relationships>");
    parts.put(
        "xl/worksheets/sheet1.xml",
        XML + "<worksheet xmlns=\"" + ns + "\"><sheetData>" + data + "</sheetData></worksheet>");
    return zip(parts);
  }

  static byte[] docx(String title, List<String> paragraphs, String person) {
    StringBuilder body = new StringBuilder();
    body.append("<w:p><w:pPr><w:pStyle w:val=\"Heading1\"/></w:pPr><w:r><w:t>")
        .append(escape(title))
        .append("</w:t></w:r></w:p>");
    for (String paragraph : paragraphs) {
      body.append("<w:p><w:r><w:t>").append(escape(paragraph)).append("</w:t></w:r></w:p>");
    }
    Map<String, String> parts = new LinkedHashMap<>();
    parts.put(
        "[Content_Types].xml",
        types(Map.of("/word/document.xml", TYPE + "wordprocessingml.document.main+xml")));
    parts.put("_rels/.rels", relations("word/document.xml"));
    parts.put("docProps/core.xml", core(person));
    parts.put(
        "word/document.xml",
        XML
            + "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\"><w:body>"
            + body
            + "</w:body></w:document>");
    return zip(parts);
  }

  static byte[] odt(String title, List<String> paragraphs, String person) {
    StringBuilder body = new StringBuilder();
    body.append("<text:h text:outline-level=\"1\">").append(escape(title)).append("</text:h>");
    paragraphs.forEach(p -> body.append("<text:p>").append(escape(p)).append("</text:p>"));
    String ns = "urn:oasis:names:tc:opendocument:xmlns:";
    Map<String, String> parts = new LinkedHashMap<>();
    parts.put("mimetype", "application/vnd.oasis.opendocument.text");
    parts.put(
        "META-INF/manifest.xml",
        XML
            + "<manifest:manifest xmlns:manifest=\""
            + ns
            + "manifest:1.0\" manifest:version=\"1.2\">"
            + "<manifest:file-entry manifest:full-path=\"/\" manifest:media-type=\"application/vnd.oasis.opendocument.text\"/>"
            + "<manifest:file-entry manifest:full-path=\"content.xml\" manifest:media-type=\"text/xml\"/>"
            + "<manifest:file-entry manifest:full-path=\"meta.xml\" manifest:media-type=\"text/xml\"/></manifest:manifest>");
    parts.put(
        "content.xml",
        XML
            + "<office:document-content xmlns:office=\""
            + ns
            + "office:1.0\" xmlns:text=\""
            + ns
            + "text:1.0\" office:version=\"1.2\"><office:body><office:text>"
            + body
            + "</office:text></office:body></office:document-content>");
    parts.put(
        "meta.xml",
        XML
            + "<office:document-meta xmlns:office=\""
            + ns
            + "office:1.0\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\" office:version=\"1.2\"><office:meta><dc:creator>"
            + escape(person)
            + "</dc:creator></office:meta></office:document-meta>");
    return zip(parts);
  }

  private static String row(int number, List<String> cells) {
    StringBuilder row = new StringBuilder("<row r=\"" + number + "\">");
    for (String cell : cells) {
      if (cell.matches("-?\\d+(\\.\\d+)?")) {
        row.append("<c><v>").append(cell).append("</v></c>");
      } else {
        row.append("<c t=\"inlineStr\"><is><t>").append(escape(cell)).append("</t></is></c>");
      }
    }
    return row.append("</row>").toString();
  }

  private static String types(Map<String, String> overrides) {
    StringBuilder types = new StringBuilder(XML);
    types.append("<Types xmlns=\"").append(PACKAGE).append("/content-types\">");
    types.append(
        "<Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/>");
    types.append(
        "<Override PartName=\"/docProps/core.xml\" ContentType=\"application/vnd.openxmlformats-package.core-properties+xml\"/>");
    overrides.entrySet().stream()
        .sorted(Map.Entry.comparingByKey())
        .forEach(
            o ->
                types.append(
                    "<Override PartName=\"%s\" ContentType=\"%s\"/>"
                        .formatted(o.getKey(), o.getValue())));
    return types.append("</Types>").toString();
  }

  private static String relations(String main) {
    return XML
        + "<Relationships xmlns=\""
        + PACKAGE
        + "/relationships\">"
        + "<Relationship Id=\"rId1\" Type=\""
        + OFFICE
        + "/officeDocument\" Target=\""
        + main
        + "\"/>"
        + "<Relationship Id=\"rId2\" Type=\""
        + PACKAGE
        + "/relationships/metadata/core-properties\" Target=\"docProps/core.xml\"/></Relationships>";
  }

  private static String core(String person) {
    return XML
        + "<cp:coreProperties xmlns:cp=\""
        + PACKAGE
        + "/metadata/core-properties\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\"><cp:lastModifiedBy>"
        + escape(person)
        + "</cp:lastModifiedBy></cp:coreProperties>";
  }

  private static String escape(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  private static byte[] zip(Map<String, String> parts) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      for (Map.Entry<String, String> part : parts.entrySet()) {
        byte[] content = part.getValue().getBytes(StandardCharsets.UTF_8);
        ZipEntry entry = new ZipEntry(part.getKey());
        entry.setTime(0);
        if (part.getKey().equals("mimetype")) {
          CRC32 crc = new CRC32();
          crc.update(content);
          entry.setMethod(ZipEntry.STORED);
          entry.setSize(content.length);
          entry.setCrc(crc.getValue());
        }
        zip.putNextEntry(entry);
        zip.write(content);
        zip.closeEntry();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return bytes.toByteArray();
  }
}
