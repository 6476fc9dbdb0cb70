package org.mendedleaf.core.files;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.session.FileRef;

/**
 * A file's stable address, whatever it is called and wherever it lies: {@code
 * mended-leaf:STORE/FILE} for its current revision, {@code mended-leaf:STORE/FILE/rN} for one of
 * them, {@code mended-leaf:STORE/FILE/rN/rM} for what differs between two.
 *
 * @param revision empty for the current one
 * @param compared the one that it is to be compared with
 */
public record FileAddress(FileRef file, Optional<Integer> revision, Optional<Integer> compared) {

  private static final String SCHEME = "mended-leaf:";
  private static final Pattern FORM =
      Pattern.compile(
          SCHEME + "([A-Za-z0-9-]{1,64})/([0-9]{1,18})(?:/r([0-9]{1,9})(?:/r([0-9]{1,9}))?)?");

  public FileAddress(FileRef file, Optional<Integer> revision) {
    this(file, revision, Optional.empty());
  }

  /** The address as a URI. */
  public String uri() {
    return SCHEME
        + file.store()
        + "/"
        + file.file()
        + revision.map(n -> "/r" + n).orElse("")
        + compared.map(n -> "/r" + n).orElse("");
  }

  /** Whether something written is meant as an address. */
  public static boolean isOne(String written) {
    return written.startsWith(SCHEME);
  }

  /**
   * @throws SentenceException if it cannot be read as an address
   */
  public static FileAddress parse(String uri) throws SentenceException {
    Matcher matcher = FORM.matcher(uri.strip());
    if (!matcher.matches()) {
      throw new SentenceException(
          "“%s” is no address of a file here; one reads mended-leaf:STORE/12 or mended-leaf:STORE/12/r5."
              .formatted(uri.strip()));
    }
    return new FileAddress(
        new FileRef(matcher.group(1), Long.parseLong(matcher.group(2))),
        Optional.ofNullable(matcher.group(3)).map(Integer::parseInt),
        Optional.ofNullable(matcher.group(4)).map(Integer::parseInt));
  }
}
