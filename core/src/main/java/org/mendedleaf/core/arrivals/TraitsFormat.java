package org.mendedleaf.core.arrivals;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.likeness.PicturePrint;
import org.mendedleaf.core.likeness.Sketch;
import org.mendedleaf.core.likeness.Traits;

/**
 * Traits as the catalogue remembers them: u8 version; kind, title as modified UTF-8; i64 size; two
 * sketches, each u8 whole, i32 count, i64 hashes; i32 length and bytes of the picture, f64 shape;
 * u8 count of flaws and their names. What is of another version is found out again.
 */
final class TraitsFormat {

  private static final int VERSION = 1;

  private TraitsFormat() {}

  static byte[] encode(Traits traits) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeByte(VERSION);
    out.writeUTF(traits.type());
    out.writeUTF(traits.title());
    out.writeLong(traits.size());
    write(out, traits.bytes());
    write(out, traits.terms());
    out.writeInt(traits.picture().brightness().length);
    out.write(traits.picture().brightness());
    out.writeDouble(traits.picture().shape());
    out.writeByte(traits.flaws().size());
    for (Traits.Flaw flaw : traits.flaws()) {
      out.writeUTF(flaw.name());
    }
    return bytes.toByteArray();
  }

  private static void write(DataOutputStream out, Sketch sketch) throws IOException {
    out.writeBoolean(sketch.whole());
    out.writeInt(sketch.hashes().length);
    for (long hash : sketch.hashes()) {
      out.writeLong(hash);
    }
  }

  /** Empty if another version wrote it. */
  static Optional<Traits> decode(byte[] bytes) throws IOException {
    DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
    if (in.readByte() != VERSION) {
      return Optional.empty();
    }
    String type = in.readUTF();
    String title = in.readUTF();
    long size = in.readLong();
    Sketch content = sketch(in);
    Sketch terms = sketch(in);
    byte[] brightness = new byte[in.readInt()];
    in.readFully(brightness);
    PicturePrint picture = new PicturePrint(brightness, in.readDouble());
    int flawed = in.readByte();
    Set<Traits.Flaw> flaws = EnumSet.noneOf(Traits.Flaw.class);
    for (int i = 0; i < flawed; i++) {
      flaws.add(Traits.Flaw.valueOf(in.readUTF()));
    }
    return Optional.of(new Traits(type, size, content, terms, picture, title, flaws));
  }

  private static Sketch sketch(DataInputStream in) throws IOException {
    boolean whole = in.readBoolean();
    long[] hashes = new long[in.readInt()];
    for (int i = 0; i < hashes.length; i++) {
      hashes[i] = in.readLong();
    }
    return new Sketch(hashes, whole);
  }
}
