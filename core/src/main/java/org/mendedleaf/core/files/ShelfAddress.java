package org.mendedleaf.core.files;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A shelf's stable address, whatever it is called: {@code mended-leaf:STORE/shelf/NUMBER}. */
public record ShelfAddress(String store, long shelf) {

  private static final Pattern FORM =
      Pattern.compile("mended-leaf:([A-Za-z0-9-]{1,64})/shelf/([0-9]{1,18})");

  /** The address as a URI. */
  public String uri() {
    return "mended-leaf:%s/shelf/%d".formatted(store, shelf);
  }

  /** Reads an address; empty if it is none of a shelf. */
  public static Optional<ShelfAddress> parse(String uri) {
    Matcher matcher = FORM.matcher(uri.strip());
    return matcher.matches()
        ? Optional.of(new ShelfAddress(matcher.group(1), Long.parseLong(matcher.group(2))))
        : Optional.empty();
  }
}
