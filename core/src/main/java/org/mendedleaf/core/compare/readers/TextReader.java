package org.mendedleaf.core.compare.readers;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * Decodes text: by its byte order mark, as UTF-8 if it is valid, as UTF-16 if every other byte is
 * zero, else as Windows-1252. Bytes with control characters are no text.
 */
final class TextReader {

  private static final int UTF8_TAIL = 3;
  private static final int SAMPLE = 4096;

  /**
   * A decoded text.
   *
   * @param encoding its name
   */
  record DecodedText(String text, String encoding) {}

  /**
   * @param complete whether these are all bytes; else the last character may be cut
   * @return empty if it is no text
   */
  Optional<DecodedText> decode(byte[] bytes, boolean complete) {
    Optional<Charset> marked = marked(bytes);
    if (marked.isPresent()) {
      return decode(bytes, complete ? 0 : UTF8_TAIL, marked.get());
    }
    if (hasControls(bytes)) {
      return unmarkedUtf16(bytes);
    }
    Optional<DecodedText> utf8 = decode(bytes, complete ? 0 : UTF8_TAIL, StandardCharsets.UTF_8);
    return utf8.isPresent() ? utf8 : decode(bytes, 0, Charset.forName("windows-1252"));
  }

  private static Optional<Charset> marked(byte[] bytes) {
    int first = bytes.length < 2 ? 0 : (bytes[0] & 0xff) << 8 | (bytes[1] & 0xff);
    if (first == 0xFFFE && bytes.length >= 4 && bytes[2] == 0 && bytes[3] == 0) {
      return Optional.of(Charset.forName("UTF-32LE"));
    }
    if (first == 0xFEFF) {
      return Optional.of(StandardCharsets.UTF_16BE);
    }
    return first == 0xFFFE ? Optional.of(StandardCharsets.UTF_16LE) : Optional.empty();
  }

  private static boolean hasControls(byte[] bytes) {
    for (byte b : bytes) {
      if (b >= 0 && b < 32 && b != '\t' && b != '\n' && b != '\r' && b != '\f' && b != 0x1b) {
        return true;
      }
    }
    return false;
  }

  private static Optional<DecodedText> unmarkedUtf16(byte[] bytes) {
    int looked = Math.min(bytes.length, SAMPLE) & ~1;
    int[] zeros = new int[2];
    for (int i = 0; i < looked; i++) {
      zeros[i & 1] += bytes[i] == 0 ? 1 : 0;
    }
    boolean little = zeros[0] == 0 && zeros[1] > looked * 2 / 5;
    boolean big = zeros[1] == 0 && zeros[0] > looked * 2 / 5;
    if (!little && !big) {
      return Optional.empty();
    }
    return decode(bytes, 1, little ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_16BE)
        .filter(
            decoded -> decoded.text().chars().noneMatch(c -> c < 32 && "\t\n\r\f".indexOf(c) < 0));
  }

  /**
   * @param tail how many bytes at the end may belong to a character that is cut
   */
  private static Optional<DecodedText> decode(byte[] bytes, int tail, Charset charset) {
    Optional<String> text = Optional.empty();
    for (int cut = 0; text.isEmpty() && cut <= Math.min(tail, bytes.length); cut++) {
      text = strictly(bytes, bytes.length - cut, charset);
    }
    return text.map(
        body ->
            new DecodedText(
                body.startsWith("\uFEFF") ? body.substring(1) : body,
                charset.displayName().replace("windows", "Windows")));
  }

  private static Optional<String> strictly(byte[] bytes, int end, Charset charset) {
    try {
      return Optional.of(
          charset
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes, 0, end))
              .toString());
    } catch (CharacterCodingException e) {
      return Optional.empty();
    }
  }
}
