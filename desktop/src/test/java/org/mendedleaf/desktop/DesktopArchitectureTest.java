package org.mendedleaf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.mendedleaf.core.SeenFromAbove;

class DesktopArchitectureTest {

  @Test
  void ofTheCoreOnlyWhatIsWrittenDownIsSeen() {
    assertThat(SeenFromAbove.unlisted("org.mendedleaf.desktop")).isEmpty();
  }
}
