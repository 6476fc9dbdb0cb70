package org.mendedleaf.core.screening;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import org.mendedleaf.core.compare.inside.Kind;
import org.mendedleaf.core.compare.inside.KindFamily;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.findings.Lead;

/** Of which contents a reader may tell whether they are whole, and how far it is to be believed. */
final class Wholes {

  private static final Set<String> ENDINGS = Set.of(".json", ".xml", ".svg");
  private static final Set<KindFamily> TYPED = EnumSet.of(KindFamily.TEXT, KindFamily.DRAWING);

  private Wholes() {}

  static boolean mayTell(Lead lead, String name) {
    int dot = name.lastIndexOf('.');
    return lead != Lead.NONE
        || (dot >= 0 && ENDINGS.contains(name.substring(dot).toLowerCase(Locale.ROOT)));
  }

  /** What people type is at times saved while it is not finished. */
  static FindingStrength strength(Kind kind) {
    return TYPED.contains(kind.family()) ? FindingStrength.WORTH_A_LOOK : FindingStrength.SURE;
  }
}
