package org.mendedleaf.core.telling;

import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.mendedleaf.core.desk.SentenceException;

/**
 * The hours of each day in which nobody is to be disturbed; they may go over midnight.
 *
 * @param from the first moment of them
 * @param until the first moment after them
 */
public record QuietHours(LocalTime from, LocalTime until) {

  private static final Pattern FORM =
      Pattern.compile("(\\d{1,2}:\\d{2}) *(?:-|–|to) *(\\d{1,2}:\\d{2})");
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("H:mm");
  private static final DateTimeFormatter SHOWN = DateTimeFormatter.ofPattern("HH:mm");

  /**
   * Reads them as they are written: "20:00-07:00".
   *
   * @throws SentenceException if that cannot be read
   */
  public static QuietHours parse(String written) throws SentenceException {
    Matcher matcher = FORM.matcher(written.strip());
    if (matcher.matches()) {
      try {
        LocalTime from = LocalTime.parse(matcher.group(1), TIME);
        LocalTime until = LocalTime.parse(matcher.group(2), TIME);
        if (!from.equals(until)) {
          return new QuietHours(from, until);
        }
      } catch (DateTimeParseException e) {
        // Such a time does not exist; it is said below.
      }
    }
    throw new SentenceException(
        "“%s” are no hours that can be read; write them like 20:00-07:00. Nothing was changed."
            .formatted(written.strip()));
  }

  public boolean contains(LocalTime time) {
    boolean begun = !time.isBefore(from);
    boolean over = !time.isBefore(until);
    return from.isBefore(until) ? begun && !over : begun || !over;
  }

  /** As they are written. */
  public String shown() {
    return SHOWN.format(from) + "-" + SHOWN.format(until);
  }
}
