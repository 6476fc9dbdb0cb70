package org.mendedleaf.core.leftovers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.leftovers.LeftoverRule.ProperName;

/** What the names of copies stand for. */
class LeftoverRuleTest {

  @ParameterizedTest
  @CsvSource({
    "list.csv~, list.csv, true",
    "'#cut list.ods#', cut list.ods, true",
    "offer.docx.bak, offer.docx, true",
    "offer.bak, offer, false",
    "OFFER.BAK, OFFER, false",
    "notes.txt.tmp, notes.txt, true",
    "autosave-notes.txt, notes.txt, true",
  })
  void theUsualRulesTellTheProperName(String copy, String name, boolean isWhole) {
    assertThat(LeftoverRule.USUAL.stream().flatMap(rule -> rule.of(copy).stream()).findFirst())
        .contains(new ProperName(name, isWhole));
  }

  @ParameterizedTest
  @ValueSource(strings = {"list.csv", "bak", "~", "old", "backup of list.csv", "list.csv.bakery"})
  void otherNamesStandForNothing(String name) {
    assertThat(LeftoverRule.USUAL.stream().flatMap(rule -> rule.of(name).stream())).isEmpty();
  }

  @Test
  void aRuleOfOnesOwnMayHaveStars() throws Exception {
    LeftoverRule rule = LeftoverRule.parse("save-*-{stem}.part = {stem}.*");
    assertThat(rule.of("save-0017-list.part")).contains(new ProperName("list", false));
    assertThat(rule.of("save-list.part")).isEmpty();
    assertThat(LeftoverRule.parse(rule.text())).isEqualTo(rule);
  }

  @Test
  void aStemIsOfAnyEndingAndNothingElse() {
    ProperName stem = new ProperName("list", false);
    assertThat(stem.isOf("list.csv")).isTrue();
    assertThat(stem.isOf("List.CSV")).isTrue();
    assertThat(stem.isOf("list.2026.csv")).isFalse();
    assertThat(stem.isOf("lists.csv")).isFalse();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "{name}.bak",
        "{name} = {name}",
        "{stem}.bak = {name}",
        "{name}.bak = {stem}.*",
        "{name}{name} = {name}",
        "in/{name} = {name}",
        "x.bak = {name}"
      })
  void whatIsNoRuleIsRefusedWithWhatIsMeant(String written) {
    assertThatThrownBy(() -> LeftoverRule.parse(written))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("Write it like {name}.bak = {name}");
  }
}
