package org.mendedleaf.core.history;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/**
 * File names are bytes; most are valid UTF-8 and read as text. Any other byte stands in the text as
 * the lone surrogate U+DC00 + byte, which no valid text contains, so that every name has exactly
 * one text and one sequence of bytes.
 */
public final class Names {

  private static final char ESCAPE = 0xDC00;

  private Names() {}

  /** The text of these bytes. */
  public static String text(byte[] bytes) {
    try {
      return strictUtf8(bytes, 0, bytes.length);
    } catch (CharacterCodingException e) {
      return escaped(bytes);
    }
  }

  /** The bytes of this text. */
  public static byte[] bytes(String text) {
    if (isUtf8(text)) {
      return text.getBytes(StandardCharsets.UTF_8);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int at = 0;
    while (at < text.length()) {
      if (isEscape(text, at)) {
        out.write(text.charAt(at) - ESCAPE);
        at++;
      } else {
        int point = text.codePointAt(at);
        out.writeBytes(Character.toString(point).getBytes(StandardCharsets.UTF_8));
        at += Character.charCount(point);
      }
    }
    return out.toByteArray();
  }

  /** Whether no byte had to be escaped. */
  public static boolean isUtf8(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (isEscape(text, i)) {
        return false;
      }
    }
    return true;
  }

  /**
   * For people: bytes that are no text as U+FFFD, and signs that would not be shown but obeyed, by
   * a terminal or by whatever orders the letters of a line, by their numbers.
   */
  public static String shown(String text) {
    if (isUtf8(text) && text.chars().noneMatch(c -> isObeyed((char) c))) {
      return text;
    }
    StringBuilder out = new StringBuilder(text.length() + 8);
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (isEscape(text, i)) {
        out.append('\uFFFD');
      } else if (isObeyed(c)) {
        out.append(c < 0x100 ? "\\x%02X".formatted((int) c) : "\\u%04X".formatted((int) c));
      } else {
        out.append(c);
      }
    }
    return out.toString();
  }

  /** Control characters, and those that turn the direction of what follows. */
  public static boolean isObeyed(char c) {
    return c < 0x20
        || (c >= 0x7F && c < 0xA0)
        || c == 0x2028
        || c == 0x2029
        || (c >= 0x202A && c <= 0x202E)
        || (c >= 0x2066 && c <= 0x2069);
  }

  private static boolean isEscape(String text, int at) {
    return Character.isLowSurrogate(text.charAt(at))
        && (at == 0 || !Character.isHighSurrogate(text.charAt(at - 1)));
  }

  private static String escaped(byte[] bytes) {
    StringBuilder out = new StringBuilder();
    int at = 0;
    while (at < bytes.length) {
      int length = validLength(bytes, at);
      if (length == 0) {
        out.append((char) (ESCAPE + (bytes[at] & 0xff)));
        at++;
      } else {
        out.append(new String(bytes, at, length, StandardCharsets.UTF_8));
        at += length;
      }
    }
    return out.toString();
  }

  private static int validLength(byte[] bytes, int at) {
    for (int length = 1; length <= Math.min(4, bytes.length - at); length++) {
      try {
        String unused = strictUtf8(bytes, at, length);
        return length;
      } catch (CharacterCodingException e) {
        // a longer sequence may still be valid
      }
    }
    return 0;
  }

  private static String strictUtf8(byte[] bytes, int from, int length)
      throws CharacterCodingException {
    return StandardCharsets.UTF_8
        .newDecoder()
        .onMalformedInput(CodingErrorAction.REPORT)
        .onUnmappableCharacter(CodingErrorAction.REPORT)
        .decode(ByteBuffer.wrap(bytes, from, length))
        .toString();
  }
}
