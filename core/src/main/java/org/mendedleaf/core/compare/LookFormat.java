package org.mendedleaf.core.compare;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * How a look crosses from the child process: a tag byte (1 text, 2 picture, 3 nothing), then
 * strings and byte arrays, each a u32 length and its bytes. The request is the file's name and its
 * bytes.
 */
final class LookFormat {

  private static final int LIMIT = 64 << 20;
  private static final int TEXT = 1;
  private static final int PICTURE = 2;
  private static final int NOTHING = 3;

  private LookFormat() {}

  static void write(Look look, DataOutputStream out) throws IOException {
    writeText(out, look.kind());
    writeText(out, look.author().map(Look.Author::name).orElse(""));
    writeText(out, look.author().map(Look.Author::saved).orElse(""));
    if (look.inside() instanceof Look.Inside.Text text) {
      out.writeByte(TEXT);
      writeText(out, text.text());
      writeText(out, text.encoding());
      out.writeBoolean(text.whole());
    } else if (look.inside() instanceof Look.Inside.Picture picture) {
      out.writeByte(PICTURE);
      writeBytes(out, picture.png());
      out.writeInt(picture.width());
      out.writeInt(picture.height());
    } else if (look.inside() instanceof Look.Inside.Nothing nothing) {
      out.writeByte(NOTHING);
      writeText(out, nothing.because());
    }
    out.flush();
  }

  static Look read(DataInputStream in) throws IOException {
    String kind = readText(in);
    Look.Author author = new Look.Author(readText(in), readText(in));
    int tag = in.readByte();
    Look.Inside inside =
        switch (tag) {
          case TEXT -> new Look.Inside.Text(readText(in), readText(in), in.readBoolean());
          case PICTURE -> new Look.Inside.Picture(readBytes(in), in.readInt(), in.readInt());
          case NOTHING -> new Look.Inside.Nothing(readText(in));
          default -> throw new IOException("the reading process sent an unknown answer " + tag);
        };
    return new Look(kind, author.name().isEmpty() ? Optional.empty() : Optional.of(author), inside);
  }

  static void writeBytes(DataOutputStream out, byte[] bytes) throws IOException {
    out.writeInt(bytes.length);
    out.write(bytes);
  }

  static byte[] readBytes(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length < 0 || length > LIMIT) {
      throw new IOException("the reading process sent " + length + " bytes");
    }
    byte[] bytes = new byte[length];
    in.readFully(bytes);
    return bytes;
  }

  static void writeText(DataOutputStream out, String text) throws IOException {
    writeBytes(out, text.getBytes(StandardCharsets.UTF_8));
  }

  static String readText(DataInputStream in) throws IOException {
    return new String(readBytes(in), StandardCharsets.UTF_8);
  }
}
