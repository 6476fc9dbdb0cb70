package org.mendedleaf.core.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.mendedleaf.core.findings.SheetShape.CellSort;

/** Tables that lost their numbers or their columns, and tables that people merely changed. */
class TableScrutinyTest {

  private static final CellSort N = CellSort.NUMBER;
  private static final CellSort T = CellSort.TEXT;
  private static final List<String> HEAD = List.of("item", "width", "cloth", "price");

  private static List<CellSort> row(CellSort... cells) {
    return List.of(cells);
  }

  private static SheetShape table(List<String> head, List<List<CellSort>> rows) {
    return new SheetShape("", head, rows, true);
  }

  private static List<List<CellSort>> rows(int count) {
    List<List<CellSort>> rows = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      rows.add(row(T, N, T, N));
    }
    return rows;
  }

  private static List<Finding> found(SheetShape now, SheetShape before) {
    return TableScrutiny.of(List.of(now), List.of(before));
  }

  @Test
  void aColumnOfNumbersThatBecameTextIsFoundWithBothCounts() {
    List<List<CellSort>> now = rows(40);
    for (int i = 0; i < 30; i++) {
      now.set(i, row(T, N, T, T));
    }
    assertThat(found(table(HEAD, now), table(HEAD, rows(40))))
        .singleElement()
        .satisfies(
            one -> {
              assertThat(one.kind()).isEqualTo(FindingKind.NUMBERS_AS_TEXT);
              assertThat(one.measured()).isEqualTo(30);
              assertThat(one.usual()).isEqualTo(40);
            });
  }

  @Test
  void someWordsAmongNumbersAreNone() {
    List<List<CellSort>> now = rows(40);
    for (int i = 0; i < 9; i++) {
      now.set(i, row(T, N, T, T));
    }
    assertThat(found(table(HEAD, now), table(HEAD, rows(40)))).isEmpty();
  }

  @Test
  void rowsThatSlippedByOneColumnAreFound() {
    List<List<CellSort>> now = rows(100);
    for (int i = 60; i < 80; i++) {
      // The item is gone, and everything moved to the left.
      now.set(i, row(N, T, N, CellSort.BLANK));
    }
    assertThat(found(table(HEAD, now), table(HEAD, rows(100))))
        .singleElement()
        .satisfies(
            one -> {
              assertThat(one.kind()).isEqualTo(FindingKind.SLIPPED);
              assertThat(one.measured()).isEqualTo(20);
              assertThat(one.usual()).isEqualTo(100);
            });
  }

  @Test
  void rowsThatABrokenQuotationMadeLongerAreFoundInValuesAndNotInSheets() {
    List<List<CellSort>> now = rows(100);
    for (int i = 0; i < 20; i++) {
      now.set(i, row(T, T, N, T, N));
    }
    assertThat(found(table(HEAD, now), table(HEAD, rows(100)))).hasSize(1);
    SheetShape sheet = new SheetShape("A", HEAD, rows(100), false);
    List<List<CellSort>> shorter = rows(100);
    for (int i = 0; i < 20; i++) {
      shorter.set(i, row(T, N));
    }
    assertThat(found(new SheetShape("A", HEAD, shorter, false), sheet)).isEmpty();
  }

  @Test
  void aColumnThatSomebodyAddedOrTookAwayIsNone() {
    List<String> longer = List.of("item", "colour", "width", "cloth", "price");
    List<List<CellSort>> now = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      now.add(row(T, T, N, T, N));
    }
    assertThat(found(table(longer, now), table(HEAD, rows(40)))).isEmpty();
    assertThat(found(table(HEAD, rows(40)), table(longer, now))).isEmpty();
  }

  @Test
  void rowsThatCameAndWentAreNone() {
    assertThat(found(table(HEAD, rows(200)), table(HEAD, rows(40)))).isEmpty();
    assertThat(found(table(HEAD, rows(12)), table(HEAD, rows(40)))).isEmpty();
    assertThat(TableScrutiny.of(List.of(), List.of(table(HEAD, rows(40))))).isEmpty();
  }

  @Test
  void aDocumentOfWhichAFifthIsLeftLostItsText() {
    assertThat(TableScrutiny.lostText(900, 5_000)).isPresent();
    assertThat(TableScrutiny.lostText(1_100, 5_000)).isEmpty();
    assertThat(TableScrutiny.lostText(0, 300)).as("a short one").isEmpty();
  }
}
