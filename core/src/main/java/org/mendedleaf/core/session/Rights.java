package org.mendedleaf.core.session;

import java.util.List;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.history.People;

/**
 * Checks that the acting person is allowed to do something. Roles guard against mistakes: whoever
 * wants to act as somebody else can.
 */
public final class Rights {

  private final String person;

  public Rights(String person) {
    this.person = person;
  }

  /**
   * @throws SentenceException if the person may not; it says who may
   */
  public void require(Shelf shelf, Right right) throws SentenceException {
    People people = shelf.settings().people();
    if (people.roleOf(person).covers(right.least())) {
      return;
    }
    List<String> able = people.with(right.least());
    String who =
        able.isEmpty()
            ? "whoever is a %s there".formatted(right.least().word())
            : String.join(", ", able);
    String others =
        people.others().covers(right.least()) ? " and everybody who is not named there" : "";
    throw new SentenceException(
        "%s is a %s of the shelf “%s” and may not %s. Who may: %s%s. Nothing was changed."
            .formatted(
                person, people.roleOf(person).word(), shelf.name(), right.words(), who, others));
  }
}
