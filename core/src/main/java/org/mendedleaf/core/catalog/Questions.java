package org.mendedleaf.core.catalog;

import org.mendedleaf.core.catalog.questions.ChangeQuestions;
import org.mendedleaf.core.catalog.questions.DrillQuestions;
import org.mendedleaf.core.catalog.questions.EventQuestions;
import org.mendedleaf.core.catalog.questions.FileQuestions;
import org.mendedleaf.core.catalog.questions.FindingQuestions;
import org.mendedleaf.core.catalog.questions.GapQuestions;
import org.mendedleaf.core.catalog.questions.LedgerQuestions;
import org.mendedleaf.core.catalog.questions.LineageQuestions;
import org.mendedleaf.core.catalog.questions.MarkQuestions;
import org.mendedleaf.core.catalog.questions.MomentQuestions;
import org.mendedleaf.core.catalog.questions.NameQuestions;
import org.mendedleaf.core.catalog.questions.PresentQuestions;
import org.mendedleaf.core.catalog.questions.SafeguardQuestions;
import org.mendedleaf.core.catalog.questions.ShelfQuestions;
import org.mendedleaf.core.catalog.questions.SnapshotQuestions;
import org.mendedleaf.core.catalog.questions.SpaceQuestions;
import org.mendedleaf.core.catalog.questions.TreeQuestions;
import org.mendedleaf.core.catalog.tables.Sql;

/** All questions that a catalogue answers. */
abstract sealed class Questions permits Catalogue {

  /** The connection over which a question is asked. */
  abstract Sql reading();

  /** Questions about shelves. */
  public final ShelfQuestions shelves() {
    return new ShelfQuestions(reading());
  }

  /** Questions about files and revisions. */
  public final FileQuestions files() {
    return new FileQuestions(reading());
  }

  /** Questions about what is doubtful about revisions. */
  public final FindingQuestions findings() {
    return new FindingQuestions(reading());
  }

  /** Questions about many files that were hurt at once. */
  public final EventQuestions events() {
    return new EventQuestions(reading());
  }

  /** Questions about what lies on a shelf now. */
  public final PresentQuestions present() {
    return new PresentQuestions(reading());
  }

  /** Questions about folders at a moment. */
  public final TreeQuestions trees() {
    return new TreeQuestions(reading());
  }

  /** Questions about snapshots. */
  public final SnapshotQuestions snapshots() {
    return new SnapshotQuestions(reading());
  }

  /** Questions about folders at a moment and what became of them. */
  public final MomentQuestions moments() {
    return new MomentQuestions(reading());
  }

  /** Questions about what changed when. */
  public final ChangeQuestions changes() {
    return new ChangeQuestions(reading());
  }

  /** Questions about names. */
  public final NameQuestions names() {
    return new NameQuestions(reading());
  }

  /** Questions about what needs which bytes. */
  public final SpaceQuestions space() {
    return new SpaceQuestions(reading());
  }

  /** Questions about all that a shelf ever recorded. */
  public final LineageQuestions lineages() {
    return new LineageQuestions(reading());
  }

  /** Questions about what people say of revisions and files. */
  public final MarkQuestions marks() {
    return new MarkQuestions(reading());
  }

  /** Questions about the safeguards of the store. */
  public final SafeguardQuestions safeguards() {
    return new SafeguardQuestions(reading());
  }

  /** Questions about drills. */
  public final DrillQuestions drills() {
    return new DrillQuestions(reading());
  }

  /** Questions about what was done. */
  public final LedgerQuestions ledger() {
    return new LedgerQuestions(reading());
  }

  /** Questions about what cannot be read any more. */
  public final GapQuestions gaps() {
    return new GapQuestions(reading());
  }
}
