package org.mendedleaf.cli;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import org.junit.jupiter.api.Test;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.SeenFromAbove;
import org.mendedleaf.core.store.format.DamagedContentException;

class CliArchitectureTest {

  @Test
  void ofTheCoreOnlyWhatIsWrittenDownIsSeen() {
    assertThat(SeenFromAbove.unlisted("org.mendedleaf.cli")).isEmpty();
  }

  @Test
  void answersKnowNoCommands() {
    noClasses()
        .that()
        .resideInAPackage("..cli.answers")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.mendedleaf.cli", "picocli..")
        .check(
            new ClassFileImporter()
                .withImportOption(new ImportOption.DoNotIncludeTests())
                .importPackages("org.mendedleaf.cli"));
  }

  /** Which codes there are, and when, is said in one place. */
  @Test
  void codesAreDecidedInOnePlace() {
    assertThat(Exit.after(new IOException("full"))).isEqualTo(1);
    assertThat(Exit.after(new DamagedContentException("a sheaf", "a bit"))).isEqualTo(3);
    assertThat(Exit.whole(true)).isZero();
    assertThat(Exit.whole(false)).isEqualTo(1);
    assertThat(Exit.sound(false)).isEqualTo(3);
    assertThat(Exit.WRONG_USAGE).isEqualTo(2);
  }
}
