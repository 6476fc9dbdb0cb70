package org.mendedleaf.core.compare.inside;

import com.fasterxml.jackson.annotation.JsonInclude;

/**
 * A cell of a table.
 *
 * @param text as it is shown
 * @param value the number that is stored, where it is one; else empty
 * @param formula how it is computed; empty where it is not
 * @param look everything that changes how it looks, in no particular language; empty for plain
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Cell(String text, String value, String formula, String look) {

  public static final Cell EMPTY = new Cell("", "", "", "");

  public Cell {
    text = text == null ? "" : text;
    value = value == null ? "" : value;
    formula = formula == null ? "" : formula;
    look = look == null ? "" : look;
  }

  public static Cell plain(String text) {
    return text.isEmpty() ? EMPTY : new Cell(text, "", "", "");
  }

  /** Whether a number is stored, and not a text of digits. */
  public boolean isNumber() {
    return !value.isEmpty();
  }

  /** What is compared: the stored value. */
  public String compared() {
    return value.isEmpty() ? text : value;
  }

  public boolean isBlank() {
    return text.isBlank() && value.isBlank() && formula.isEmpty();
  }
}
