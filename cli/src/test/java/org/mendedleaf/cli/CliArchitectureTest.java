package org.mendedleaf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.mendedleaf.core.SeenFromAbove;

class CliArchitectureTest {

  @Test
  void ofTheCoreOnlyWhatIsWrittenDownIsSeen() {
    assertThat(SeenFromAbove.unlisted("org.mendedleaf.cli")).isEmpty();
  }
}
