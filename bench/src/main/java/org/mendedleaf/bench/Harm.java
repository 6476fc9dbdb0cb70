package org.mendedleaf.bench;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import java.util.Random;

/** Kinds of damage that are done to a content in the trial of the findings. */
enum Harm {
  EMPTIED {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      return new byte[0];
    }
  },
  ALL_ZEROS {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      return new byte[bytes.length];
    }
  },
  HALF_ZEROS {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      byte[] hurt = bytes.clone();
      Arrays.fill(hurt, bytes.length / 2, bytes.length, (byte) 0);
      return hurt;
    }
  },
  PART_ZEROS {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      byte[] hurt = bytes.clone();
      int from = random.nextInt(bytes.length - PART + 1);
      Arrays.fill(hurt, from, from + PART, (byte) 0);
      return hurt;
    }

    @Override
    boolean fits(byte[] bytes) {
      return bytes.length > 2 * PART;
    }
  },
  CUT_ANYWHERE {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      return Arrays.copyOf(bytes, bytes.length / 5 + random.nextInt(bytes.length * 7 / 10));
    }
  },
  CUT_AT_BLOCK {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      return Arrays.copyOf(bytes, PART * (1 + random.nextInt((bytes.length - 1) / PART)));
    }

    @Override
    boolean fits(byte[] bytes) {
      return bytes.length > PART;
    }
  },
  SCRAMBLED {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      byte[] hurt = new byte[bytes.length];
      random.nextBytes(hurt);
      return hurt;
    }
  },
  PART_SCRAMBLED {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      byte[] noise = new byte[PART];
      random.nextBytes(noise);
      byte[] hurt = bytes.clone();
      ByteBuffer.wrap(hurt).put(random.nextInt(bytes.length - PART + 1), noise);
      return hurt;
    }

    @Override
    boolean fits(byte[] bytes) {
      return bytes.length > 2 * PART;
    }
  },
  MASHED {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      String keys = "asdfghjklöqwertzuiopyxcvbnm ,;.";
      StringBuilder mash = new StringBuilder();
      int length = 100 + random.nextInt(900);
      while (mash.length() < length) {
        mash.append(keys.charAt(random.nextInt(keys.length())));
      }
      return mash.toString().getBytes(StandardCharsets.UTF_8);
    }

    @Override
    boolean fits(byte[] bytes) {
      return bytes.length >= 500 && new String(bytes, StandardCharsets.UTF_8).indexOf('\0') < 0;
    }
  },
  WRONG_ENCODING {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      return new String(bytes, StandardCharsets.ISO_8859_1).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    boolean fits(byte[] bytes) {
      String text = new String(bytes, StandardCharsets.UTF_8);
      return text.indexOf('\ufffd') < 0 && text.chars().filter(c -> c > 0x7f).count() >= 8;
    }
  },
  OTHER_FILE {
    @Override
    byte[] hurt(byte[] bytes, Random random) {
      throw new IllegalStateException("needs another file");
    }
  };

  static final int PART = 4096;
  private static final int SHORTEST = 200;

  abstract byte[] hurt(byte[] bytes, Random random);

  boolean fits(byte[] bytes) {
    return bytes.length >= SHORTEST;
  }

  /** The damaged content; empty where this kind cannot be done to it. */
  Optional<byte[]> done(byte[] bytes, Optional<byte[]> other, Random random) {
    if (!fits(bytes)) {
      return Optional.empty();
    }
    return this == OTHER_FILE
        ? other.filter(one -> one.length >= SHORTEST)
        : Optional.of(hurt(bytes, random));
  }
}
