package org.mendedleaf.core.intake;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.mendedleaf.core.intake.Family.Copy;
import org.mendedleaf.core.intake.Family.DoubtReason;
import org.mendedleaf.core.intake.Family.Doubtful;
import org.mendedleaf.core.likeness.ContentLikeness;
import org.mendedleaf.core.likeness.ContentRarity;
import org.mendedleaf.core.likeness.NameLikeness;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;
import org.mendedleaf.core.likeness.Undecorated;
import org.mendedleaf.core.likeness.WeighedName;
import org.mendedleaf.core.likeness.WeighedTraits;

/**
 * Finds the families of copies in a folder: the name without its decorations says what may belong
 * together, the contents say what does. Two files must never be made one, so whatever is unclear
 * stands apart. Used once, by one thread.
 *
 * @param <F> what stands for a file
 */
public final class Families<F> {

  // Set by hand; FamiliesTest measures what they do on a set that they were not fitted to.
  private static final double SURE = 0.45;
  private static final double SURE_OF_PICTURES = 0.9;
  private static final double SURE_IN_SERIES = 0.8;
  private static final double SURE_WITH_OTHER_WORDS = 0.8;
  private static final double WORTH_A_LOOK = 0.15;
  private static final double NEARLY_CALLED = 0.7;

  /** A copy is like one of those made around it; comparing all would take long for thousands. */
  private static final int AROUND = 40;

  private static final int LONGEST_INITIALS = 3;

  private final Map<Copy<F>, WeighedTraits> contents = new HashMap<>();

  private Families(List<Copy<F>> copies) {
    for (Copy<F> copy : copies) {
      contents.put(copy, ContentRarity.NONE.weigh(copy.traits()));
    }
  }

  /**
   * @param files of one folder
   */
  public static <F> List<Family<F>> among(List<Copy<F>> files) {
    return new Families<>(files).find(files);
  }

  private List<Family<F>> find(List<Copy<F>> files) {
    Map<String, List<Copy<F>>> groups =
        files.stream()
            .collect(Collectors.groupingBy(this::key, LinkedHashMap::new, Collectors.toList()));
    List<SureAndDoubtful<F>> found = new ArrayList<>();
    Set<Copy<F>> placed = new HashSet<>();
    for (List<Copy<F>> group : groups.values()) {
      if (group.size() > 1) {
        found.addAll(inGroup(CopyOrder.of(group).sorted()));
      }
    }
    found.forEach(one -> placed.addAll(one.all()));
    List<Copy<F>> left = files.stream().filter(file -> !placed.contains(file)).toList();
    addNearlyCalled(found, left, files);
    return found.stream().filter(one -> one.all().size() > 1).map(this::family).toList();
  }

  /** A family in the making. */
  private record SureAndDoubtful<F>(List<Copy<F>> sure, List<Doubtful<F>> doubtful) {
    List<Copy<F>> all() {
      List<Copy<F>> all = new ArrayList<>(sure);
      doubtful.forEach(one -> all.add(one.copy()));
      return all;
    }
  }

  /** What may belong together: kind and name, without initials that were written small. */
  private String key(Copy<F> copy) {
    PlainName name = copy.name();
    List<String> stem = name.stem();
    String last = stem.get(stem.size() - 1);
    boolean initials =
        stem.size() > 1
            && last.length() <= LONGEST_INITIALS
            && last.length() > 1
            && last.chars().allMatch(Character::isLetter);
    List<String> words = initials ? stem.subList(0, stem.size() - 1) : stem;
    return String.join("", words) + "." + name.extension();
  }

  private List<SureAndDoubtful<F>> inGroup(List<Copy<F>> group) {
    String usual =
        group.stream()
            .collect(Collectors.groupingBy(copy -> copy.name().joined(), Collectors.counting()))
            .entrySet()
            .stream()
            .max(Map.Entry.<String, Long>comparingByValue().thenComparing(Map.Entry::getKey))
            .orElseThrow()
            .getKey();
    boolean series = group.stream().allMatch(copy -> isOfSeries(copy.name()));
    List<List<Copy<F>>> parts = parts(group, usual, series);
    List<SureAndDoubtful<F>> families = new ArrayList<>();
    List<Copy<F>> alone = new ArrayList<>();
    for (List<Copy<F>> part : parts) {
      if (part.size() > 1) {
        families.add(new SureAndDoubtful<>(part, new ArrayList<>()));
      } else {
        alone.addAll(part);
      }
    }
    if (families.isEmpty()) {
      families.add(new SureAndDoubtful<>(List.of(), new ArrayList<>()));
    }
    for (Copy<F> copy : alone) {
      attach(copy, families, alone, usual, series);
    }
    return families;
  }

  /** A date or a bare number may tell one file of many from the next, and not a copy. */
  private static boolean isOfSeries(PlainName name) {
    return !name.decorations().isEmpty()
        && name.decorations().stream()
            .allMatch(
                one ->
                    one.kind() == PlainName.NameKind.DATE
                        || (one.kind() == PlainName.NameKind.NUMBER
                            && one.text().chars().allMatch(Character::isDigit)));
  }

  /** What is connected by contents that are clearly those of one file. */
  private List<List<Copy<F>>> parts(List<Copy<F>> group, String usual, boolean series) {
    int[] part = new int[group.size()];
    for (int i = 0; i < part.length; i++) {
      part[i] = i;
      for (int j = Math.max(0, i - AROUND); j < i; j++) {
        if (part[i] != part[j] && isSure(group.get(j), group.get(i), usual, series)) {
          int from = part[i];
          int to = part[j];
          for (int k = 0; k <= i; k++) {
            part[k] = part[k] == from ? to : part[k];
          }
        }
      }
    }
    Map<Integer, List<Copy<F>>> parts = new LinkedHashMap<>();
    for (int i = 0; i < part.length; i++) {
      parts.computeIfAbsent(part[i], unused -> new ArrayList<>()).add(group.get(i));
    }
    return List.copyOf(parts.values());
  }

  private boolean isSure(Copy<F> one, Copy<F> other, String usual, boolean series) {
    ContentLikeness likeness = likeness(one, other);
    boolean otherWords = !one.name().joined().equals(usual) || !other.name().joined().equals(usual);
    double needed = otherWords ? SURE_WITH_OTHER_WORDS : series ? SURE_IN_SERIES : SURE;
    double inside = Math.max(likeness.bytes().both(), likeness.terms().both());
    return inside >= needed || likeness.picture() >= SURE_OF_PICTURES;
  }

  private void attach(
      Copy<F> copy,
      List<SureAndDoubtful<F>> families,
      List<Copy<F>> alone,
      String usual,
      boolean series) {
    boolean otherWords = !copy.name().joined().equals(usual);
    boolean broken = copy.traits().flaws().stream().anyMatch(flaw -> flaw != Traits.Flaw.ZEROS);
    SureAndDoubtful<F> nearest = families.get(0);
    double shared = -1;
    for (SureAndDoubtful<F> family : families) {
      List<Copy<F>> others = family.sure().isEmpty() ? alone : family.sure();
      for (Copy<F> other : others) {
        double here = other.equals(copy) ? -1 : worthALook(copy, other);
        if (here > shared) {
          shared = here;
          nearest = family;
        }
      }
    }
    DoubtReason reason =
        broken
            ? DoubtReason.BROKEN
            : otherWords
                ? DoubtReason.OTHER_WORDS
                : series ? DoubtReason.SERIES : DoubtReason.LITTLE_SHARED;
    // Where only initials are another, little in common means that they are no initials.
    boolean tells = shared >= (otherWords ? SURE : WORTH_A_LOOK);
    if (tells || (broken && !otherWords)) {
      nearest.doubtful().add(new Doubtful<>(copy, reason, Math.max(0, shared)));
    }
  }

  private ContentLikeness likeness(Copy<F> one, Copy<F> other) {
    return Objects.requireNonNull(contents.get(one))
        .likeness(Objects.requireNonNull(contents.get(other)));
  }

  /** A beginning of a copy shares little with it, but all of it. */
  private double worthALook(Copy<F> one, Copy<F> other) {
    ContentLikeness likeness = likeness(one, other);
    return Math.max(likeness.strongest(), likeness.ofFirst());
  }

  private double strongest(Copy<F> one, Copy<F> other) {
    return likeness(one, other).strongest();
  }

  /** What is called nearly the same and holds nearly the same. */
  private void addNearlyCalled(
      List<SureAndDoubtful<F>> families, List<Copy<F>> left, List<Copy<F>> files) {
    NameLikeness likeness = NameLikeness.among(files.stream().map(Copy::name).toList());
    for (Copy<F> copy : left) {
      WeighedName name = likeness.weigh(copy.name());
      SureAndDoubtful<F> nearest = null;
      double most = 0;
      for (SureAndDoubtful<F> family : families) {
        double shared = family.sure().isEmpty() ? 0 : shared(copy, name, family.sure(), likeness);
        if (shared > most) {
          most = shared;
          nearest = family;
        }
      }
      if (nearest != null && most >= SURE_WITH_OTHER_WORDS) {
        nearest.doubtful().add(new Doubtful<>(copy, DoubtReason.OTHER_WORDS, most));
      }
    }
  }

  private double shared(
      Copy<F> copy, WeighedName name, List<Copy<F>> family, NameLikeness likeness) {
    PlainName theirs = family.get(0).name();
    boolean called =
        copy.name().extension().equals(theirs.extension())
            && likeness.of(name, likeness.weigh(theirs)) >= NEARLY_CALLED;
    return called
        ? family.stream().mapToDouble(other -> strongest(copy, other)).max().orElse(0)
        : 0;
  }

  private Family<F> family(SureAndDoubtful<F> found) {
    List<Copy<F>> all = found.all();
    CopyOrder<F> order = CopyOrder.of(all);
    List<Copy<F>> sure = new ArrayList<>(found.sure());
    sure.sort(Comparator.comparingInt(order.sorted()::indexOf));
    List<Doubtful<F>> doubtful = new ArrayList<>(found.doubtful());
    doubtful.sort(Comparator.comparingInt(one -> order.sorted().indexOf(one.copy())));
    CopyOrder<F> among = sure.isEmpty() ? order : CopyOrder.of(sure);
    return new Family<>(
        called(sure.isEmpty() ? all : sure), sure, doubtful, among.by(), among.differs());
  }

  /** The name that one of them has already, else the newest's without what hangs on it. */
  private String called(List<Copy<F>> copies) {
    return copies.stream()
        .filter(copy -> copy.name().decorations().isEmpty())
        .map(Copy::written)
        .min(Comparator.comparingInt(String::length).thenComparing(Comparator.naturalOrder()))
        .orElseGet(() -> Undecorated.of(copies.get(copies.size() - 1).written()));
  }
}
