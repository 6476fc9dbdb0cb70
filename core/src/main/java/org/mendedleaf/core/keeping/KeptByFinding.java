package org.mendedleaf.core.keeping;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.FileLives;
import org.mendedleaf.core.plan.Judgement;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * Warns of last good states that stay only as long as something is doubtful about what came after
 * them. Safe for several threads.
 */
public final class KeptByFinding {

  /** What the plan keeps for longer than this needs no warning yet. */
  private static final Duration SOON = Duration.ofDays(7);

  private final FileLives files;
  private final CarePlans plans;
  private final OfficeSettings settings;

  public KeptByFinding(FileLives files, CarePlans plans, OfficeSettings settings) {
    this.files = files;
    this.plans = plans;
    this.settings = settings;
  }

  /**
   * When the plan alone would let go of the last good state of a file; past if it would have done
   * so already.
   *
   * @param good the number of that state
   * @return empty if that is not soon, or nothing but the finding is needed for it to stay
   */
  public Optional<Instant> until(FileRef file, int good) throws IOException {
    Instant now = settings.clock().instant();
    FileLife life = files.life(file);
    return until(life, good, Optional.ofNullable(plans.judge(life, now).get(good)), now);
  }

  /** The same of a file whose revisions were judged already. */
  public static Optional<Instant> until(
      FileLife life, int good, Optional<Judgement.Judged> judged, Instant now) {
    // What a person marked stays whatever is found.
    return life.revision(good)
        .filter(one -> life.marks(one).good().isEmpty())
        .flatMap(one -> judged)
        .flatMap(one -> one.untilWithoutGood(now))
        .filter(until -> until.isBefore(now.plus(SOON)));
  }
}
