package org.mendedleaf.core.losses;

import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.mendedleaf.core.plan.Claim;

/**
 * The effect of a loss on the files of a store's shelves.
 *
 * @param fate whether they come back
 * @param from where they come back from; empty where they do not
 * @param since what was saved after this does not come back; empty where nothing does, or where no
 *     shelf is recorded
 * @param behind a shelf that is not recorded now, and of which more is lost
 * @param keptUntil until when the plans certainly keep what would be wanted, whatever is saved
 *     next; empty where they promise nothing
 * @param step what would change the answer
 */
public record LossAnswer(
    Loss loss,
    LossFate fate,
    Optional<Path> from,
    Optional<Instant> since,
    Optional<ShelfBehind> behind,
    Optional<Instant> keptUntil,
    LossStep step) {

  /**
   * A shelf that is not recorded now.
   *
   * @param since what was saved on it after this does not come back; empty for all of it
   */
  public record ShelfBehind(String shelf, Optional<Instant> since) {}

  /** The extent to which files come back. */
  public enum LossFate {
    COME_BACK,
    /** Only if the place that they would come back from is spared. */
    IF_APART,
    GONE
  }

  /** One thing that a person can do about it. */
  public enum LossStep {
    NONE,
    MIRROR_ON_ANOTHER_DRIVE,
    MIRROR_APART,
    /** The mirror that everything would come back from is behind. */
    MIRROR_UP,
    RECORD,
    KEEP_LONGER
  }

  /** The words for moments and places. */
  public interface LossWords {
    String moment(Instant at);

    String place(Path folder);
  }

  /** What would happen, as a sentence or two. */
  public String sentence(LossWords words) {
    String place = from.map(words::place).orElse("");
    return switch (fate) {
      case GONE -> "The files and their whole history are gone together; nothing comes back.";
      case COME_BACK -> comingBack(place) + lost(words) + kept(words);
      case IF_APART -> comingBack(place) + lost(words) + kept(words) + " " + condition(place);
    };
  }

  private String comingBack(String place) {
    return switch (loss) {
      case FOLDER_EMPTIED -> "Every file comes back from Lost & found.";
      case ALL_ENCRYPTED ->
          fate == LossFate.COME_BACK
              ? "Every file is mended with the state that was recorded before, from %s if the store was hit too."
                  .formatted(place)
              : "Every file is mended with the state that was recorded before.";
      default -> "The files and their history come back from %s.".formatted(place);
    };
  }

  private String lost(LossWords words) {
    String rest =
        behind
            .map(
                one ->
                    one.since()
                        .map(
                            at ->
                                " Of “%s”, which is not recorded, what was saved after %s is lost."
                                    .formatted(one.shelf(), words.moment(at)))
                        .orElseGet(
                            () ->
                                " Of “%s”, which was never recorded, everything is lost."
                                    .formatted(one.shelf())))
            .orElse("");
    return since
            .map(at -> " What was saved after %s is lost.".formatted(words.moment(at)))
            .orElse("")
        + rest;
  }

  private String kept(LossWords words) {
    if (loss != Loss.FOLDER_EMPTIED && loss != Loss.ALL_ENCRYPTED) {
      return "";
    }
    if (keptUntil.isEmpty()) {
      return " No plan promises how long those states stay.";
    }
    return keptUntil.get().equals(Claim.ALWAYS)
        ? " They stay until somebody erases them."
        : " They stay at least until %s.".formatted(words.moment(keptUntil.get()));
  }

  private String condition(String place) {
    return switch (loss) {
      case ALL_ENCRYPTED ->
          "That holds only if whoever does it does not reach %s as well.".formatted(place);
      case OFFICE_BURNS -> "That holds only if %s is outside the office.".formatted(place);
      default -> "That holds only if the drive with %s is not lost with it.".formatted(place);
    };
  }

  /** What would change the answer; empty if nothing needs to. */
  public Optional<String> advice() {
    return switch (step) {
      case NONE -> Optional.empty();
      case MIRROR_ON_ANOTHER_DRIVE -> Optional.of("Keep a mirror of the store on another drive.");
      case MIRROR_APART ->
          Optional.of(
              "Keep a mirror on a drive that is connected only now and then and lies elsewhere.");
      case MIRROR_UP -> Optional.of("Connect the mirror and let it catch up.");
      case RECORD ->
          Optional.of(
              "Record %s: capture it, or switch its recording on."
                  .formatted(behind.map(one -> "“%s”".formatted(one.shelf())).orElse("the shelf")));
      case KEEP_LONGER -> Optional.of("Let a care plan keep everything for some time.");
    };
  }
}
