package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.ReadOnlyFileSystemException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Why something failed, as a person would be told. */
class WhyNotTest {

  @TempDir Path place;

  private String of(IOException e) {
    return WhyNot.of(e, place.resolve("not/there/yet.txt"));
  }

  @Test
  void eachFailureHasItsSentence() {
    assertThat(of(new RefusedException("it is in use"))).isEqualTo("it is in use");
    assertThat(of(new AccessDeniedException("/x")))
        .isEqualTo("there is no permission to write there");
    assertThat(of(new NoSuchFileException("/x/y"))).isEqualTo("/x/y is not there");
    assertThat(of(new FileSystemException("/x", null, "Too many levels of links")))
        .isEqualTo("Too many levels of links");
    assertThat(of(new FileSystemException("/x", null, "Read-only file system")))
        .isEqualTo("its drive can only be read");
    assertThat(of(new IOException("No", new ReadOnlyFileSystemException())))
        .isEqualTo("its drive can only be read");
    assertThat(of(new IOException("the cable is out"))).isEqualTo("the cable is out");
    assertThat(of(new IOException())).isEqualTo("the drive did not say why");
  }

  @Test
  void aFullDriveIsNamedWithWhatIsLeftOfIt() {
    IOException full = new FileSystemException("/x", null, "No space left on device");
    assertThat(WhyNot.isFull(full)).isTrue();
    assertThat(WhyNot.isFull(new IOException("no space for jokes"))).isFalse();
    assertThat(of(full)).startsWith("its drive is full: No space left on").endsWith("bytes free");
  }
}
