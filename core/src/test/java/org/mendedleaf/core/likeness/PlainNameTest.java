package org.mendedleaf.core.likeness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.NotEmpty;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.likeness.PlainName.NameKind;

/** What hangs on a name is told from the name. */
class PlainNameTest {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Care guide.pdf",
        "care_guide.pdf",
        "CARE-GUIDE.PDF",
        "Care guide (1).pdf",
        "Copy of Care guide.pdf",
        "Care guide - copy 2.pdf",
        "CareGuide.pdf",
        "Care guide final.pdf",
        "Care guide v3.pdf",
        "Care guide rev.2.pdf",
        "Care guide 2026-03-12.pdf",
        "20260312 Care guide.pdf",
        "Care guide 12.03.26.pdf",
        "Care guide 12 March 2026.pdf",
        "Care guide Mar 2026.pdf",
        "Care guide TL.pdf",
        "Care guide final TL (2).pdf",
        "Care guide_03.pdf",
        "Câre guide.pdf"
      })
  void allTheseCallTheSame(String name) {
    assertThat(PlainName.of(name).stem()).containsExactly("care", "guide");
    assertThat(PlainName.of(name).extension()).isEqualTo("pdf");
  }

  @Test
  void datesAndNumbersTellTheOrderOfCopies() {
    assertThat(PlainName.of("Price sheet 12.03.26.csv").date()).hasValue(20_260_312L);
    assertThat(PlainName.of("Price sheet 2025-11.csv").date()).hasValue(20_251_100L);
    assertThat(PlainName.of("Price sheet 3 Jan 2026.csv").date()).hasValue(20_260_103L);
    assertThat(PlainName.of("Price sheet v2.csv").number()).hasValue(2000L);
    assertThat(PlainName.of("Price sheet (4).csv").number()).hasValue(4L);
    assertThat(PlainName.of("Price sheet.csv").date()).isEmpty();
    assertThat(PlainName.of("Price sheet MO.csv").decorations())
        .extracting(PlainName.Decoration::kind)
        .containsExactly(NameKind.INITIALS);
  }

  @Test
  void whatIsNothingButDecorationIsCalledByIt() {
    assertThat(PlainName.of("2026-03-12.txt").stem()).isNotEmpty();
    assertThat(PlainName.of("copy.txt").stem()).containsExactly("copy");
    assertThat(PlainName.of("final").stem()).containsExactly("final");
    assertThat(PlainName.of(".profile").extension()).isEmpty();
  }

  @Test
  void namesThatCallDifferentThingsStayApart() {
    List<PlainName> office =
        List.of(
            PlainName.of("Quotation 7 Kestrel.docx"),
            PlainName.of("Quotation 9 Petrel.docx"),
            PlainName.of("Quotation 11 Dunlin.docx"),
            PlainName.of("Quotation 12 Avocet.docx"),
            PlainName.of("Quotation 15 Godwit.docx"),
            PlainName.of("Quotation 21 Fulmar.docx"),
            PlainName.of("Kestrel cut list.csv"),
            PlainName.of("Plover cut list.csv"));
    NameLikeness likeness = NameLikeness.among(office);
    WeighedName wanted = likeness.weigh(PlainName.of("quotation Kestrel final.docx"));
    double right = likeness.of(wanted, likeness.weigh(office.get(0)));
    double wrong = likeness.of(wanted, likeness.weigh(office.get(1)));
    assertThat(right).isGreaterThan(0.5);
    assertThat(wrong).isLessThan(right * 0.7);
  }

  @Property
  void everyNameHasSomethingToCallItBy(@ForAll @NotEmpty String name) {
    assertThat(PlainName.of(name).stem()).isNotEmpty();
  }
}
