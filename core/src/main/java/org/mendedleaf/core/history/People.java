package org.mendedleaf.core.history;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The people of a shelf and their roles.
 *
 * @param named persons with a role of their own, by name
 * @param others what everybody else may
 */
public record People(Map<String, Role> named, Role others) {

  /** Everybody may everything: of a shelf where nobody has said anything else. */
  public static final People EVERYBODY = new People(Map.of(), Role.KEEPER);

  public People {
    named = Collections.unmodifiableMap(new TreeMap<>(named));
  }

  public Role roleOf(String person) {
    return named.getOrDefault(person, others);
  }

  /** Those who have at least this role by name, sorted. */
  public List<String> with(Role needed) {
    return named.entrySet().stream()
        .filter(person -> person.getValue().covers(needed))
        .map(Map.Entry::getKey)
        .toList();
  }

  /** The same with another role for a person; without one the person is no longer named. */
  public People with(String person, Optional<Role> role) {
    Map<String, Role> changed = new TreeMap<>(named);
    role.ifPresentOrElse(given -> changed.put(person, given), () -> changed.remove(person));
    return new People(changed, others);
  }

  public People withOthers(Role role) {
    return new People(named, role);
  }
}
