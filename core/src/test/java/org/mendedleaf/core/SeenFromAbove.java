package org.mendedleaf.core;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the window and the command line may see of the core: the rooms behind the facade, the values
 * that those answer with, and of the rooms below only what is written down here.
 */
public final class SeenFromAbove {

  private static final String CORE = "org.mendedleaf.core.";

  /** Rooms of which everything public may be used. */
  private static final Set<String> ROOMS =
      Set.of(
          "office",
          "arrivals",
          "adoption",
          "drill",
          "files",
          "forecast",
          "history",
          "keeping",
          "losses",
          "plan",
          "progress",
          "report",
          "rhythm",
          "screening",
          "telling",
          "leftovers",
          "session",
          "shelves",
          "stores",
          "tray");

  /** Values and outcomes of the rooms below that reach a person as they are. */
  private static final Set<String> TYPES =
      Set.of(
          "capture.CaptureOutcome",
          "capture.CaptureReport",
          "capture.Problem",
          "capture.ShelfPaths",
          "catalog.questions.ChangeQuestions",
          "catalog.questions.LedgerQuestions",
          "catalog.questions.NameQuestions",
          "catalog.questions.SnapshotQuestions",
          "compare.Comparison",
          "compare.inside.ArchiveEntry",
          "compare.inside.Cell",
          "compare.inside.Inside",
          "compare.inside.Kind",
          "compare.inside.Paragraph",
          "compare.inside.Sheet",
          "compare.process.Look",
          "compare.inside.KindFamily",
          "desk.DeskFile",
          "desk.DeskLock",
          "desk.SentenceException",
          "findings.DoubtfulRevision",
          "findings.Finding",
          "findings.FindingKind",
          "findings.FindingSentence",
          "findings.FindingStrength",
          "findings.MassEvent",
          "findings.MassEventSentence",
          "intake.Candidate",
          "intake.Doubt",
          "intake.Evidence",
          "intake.Family",
          "intake.Match",
          "joining.JoinReport",
          "likeness.ContentLikeness",
          "likeness.Sketch",
          "likeness.Traits",
          "place.Receipt",
          "place.Step",
          "recover.BringIn",
          "recover.Copies",
          "recover.Destination",
          "recover.Handling",
          "recover.IfThere",
          "recover.LaterFiles",
          "recover.Mending",
          "recover.Pick",
          "recover.Tray",
          "seal.Passphrase",
          "seal.RecoveryKey",
          "seal.Secrecy",
          "space.Cost",
          "space.FileCost",
          "space.StoreSpace",
          "store.format.ContentId",
          "store.ContentReader",
          "store.format.ContentRef",
          "store.format.DamagedContentException",
          "store.format.LockedStoreException",
          "store.SharedBytes",
          "upkeep.Upkeep",
          "watch.WatchState");

  private SeenFromAbove() {}

  /** Types of the core that the classes of a package see and that are not written down, sorted. */
  public static Set<String> unlisted(String viewers) {
    JavaClasses classes =
        new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages(viewers);
    Set<String> unlisted = new TreeSet<>();
    for (JavaClass viewer : classes) {
      for (Dependency seen : viewer.getDirectDependenciesFromSelf()) {
        JavaClass type = seen.getTargetClass().getBaseComponentType();
        if (type.getPackageName().startsWith(CORE) && !isListed(type)) {
          unlisted.add(type.getName() + " from " + viewer.getSimpleName());
        }
      }
    }
    return unlisted;
  }

  private static boolean isListed(JavaClass type) {
    String outer = type.getName().substring(CORE.length()).replaceAll("\\$.*", "");
    String room = type.getPackageName().substring(CORE.length());
    return ROOMS.contains(room) || TYPES.contains(outer);
  }
}
