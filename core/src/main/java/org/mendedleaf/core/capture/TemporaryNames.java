package org.mendedleaf.core.capture;

import java.util.random.RandomGenerator;
import java.util.regex.Pattern;

/** Names of files that are being written into place; captures leave them out. */
public final class TemporaryNames {

  private static final String BEGIN = ".mended-leaf-";
  private static final String END = ".part";

  private static final Pattern ONE =
      Pattern.compile(Pattern.quote(BEGIN) + "[0-9a-f]{8}" + Pattern.quote(END));

  private TemporaryNames() {}

  /** A name that is short whatever the final name is, so that 255 bytes are never exceeded. */
  public static String fresh(RandomGenerator random) {
    return BEGIN + "%08x".formatted(random.nextInt()) + END;
  }

  /** Whether a file of this name is being written into place. */
  public static boolean isOne(String name) {
    return ONE.matcher(name).matches();
  }
}
