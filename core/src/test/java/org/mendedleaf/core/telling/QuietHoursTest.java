package org.mendedleaf.core.telling;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalTime;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.desk.SentenceException;

/** Hours in which nobody is disturbed. */
class QuietHoursTest {

  @ParameterizedTest
  @CsvSource({
    "20:00-07:00, 19:59, false",
    "20:00-07:00, 20:00, true",
    "20:00-07:00, 00:00, true",
    "20:00-07:00, 06:59, true",
    "20:00-07:00, 07:00, false",
    "12:00-13:30, 12:00, true",
    "12:00-13:30, 13:30, false",
    "12:00-13:30, 23:00, false",
    "0:00-6:00, 00:00, true",
  })
  void theyMayGoOverMidnight(String hours, LocalTime at, boolean isQuiet) throws Exception {
    assertThat(QuietHours.parse(hours).contains(at)).isEqualTo(isQuiet);
  }

  @ParameterizedTest
  @ValueSource(strings = {"20:00 - 07:00", " 20:00–7:00", "20:00 to 07:00"})
  void theyAreReadAsPeopleWriteThem(String written) throws Exception {
    assertThat(QuietHours.parse(written).shown()).isEqualTo("20:00-07:00");
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "always", "20:00", "25:00-07:00", "20:00-20:00", "20-7"})
  void whatCannotBeReadIsRefusedWithWhatIsMeant(String written) {
    assertThatThrownBy(() -> QuietHours.parse(written))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("write them like 20:00-07:00");
  }
}
