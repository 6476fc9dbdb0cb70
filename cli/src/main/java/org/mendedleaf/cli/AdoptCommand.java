package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.AdoptionText;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.core.adoption.AdoptionOrder;
import org.mendedleaf.core.adoption.AdoptionPlan;
import org.mendedleaf.core.adoption.Adoptions;
import org.mendedleaf.core.adoption.MovedPlace;
import org.mendedleaf.core.adoption.RecoverySheet;
import org.mendedleaf.core.adoption.SheetFormat;
import org.mendedleaf.core.adoption.TypedEnd;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.RecoveryKey;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Takes the place of a desk that is no more. */
@Command(
    name = "adopt",
    description = {
      "Take the place of a computer that is lost: open its stores, record its shelves' folders, and",
      "recover every current file where a folder is gone. What to adopt is said by a recovery sheet, by",
      "the data of the former desk, or by the folders of its stores."
    })
final class AdoptCommand extends OfficeCommand {

  @Parameters(
      arity = "0..*",
      paramLabel = "STORE",
      description = "Where only paper is left: the folders of the stores.")
  private List<Path> stores = new ArrayList<>();

  @Option(names = "--sheet", paramLabel = "FILE", description = "A file of “recovery-sheet --to”.")
  private @Nullable Path sheet;

  @Option(
      names = "--former-home",
      paramLabel = "DIR",
      description = {
        "The former desk's data, if its drive can still be read: what it recorded while a store was",
        "away is taken in, too."
      })
  private @Nullable Path formerHome;

  @Option(
      names = "--end",
      paramLabel = "ACT:HASH",
      description = "With STORE: the last commit on the paper, so that an earlier copy is noticed.")
  private @Nullable String end;

  @Option(
      names = "--mirror",
      paramLabel = "DIR",
      description = "With STORE: where its mirror lies.")
  private @Nullable Path mirror;

  @Option(
      names = "--arrivals",
      paramLabel = "DIR",
      description = "With STORE: a folder in which files arrive.")
  private List<Path> arrivals = new ArrayList<>();

  @Option(
      names = "--only",
      paramLabel = "SHELF",
      description = {
        "Adopt this shelf and no other that is not named likewise: a store also tells of shelves that",
        "other desks go on recording."
      })
  private List<String> only = new ArrayList<>();

  @Option(
      names = "--place",
      paramLabel = "OLD=NEW",
      description = "A folder that is called differently here, with everything in it.")
  private List<String> places = new ArrayList<>();

  @Option(
      names = "--use-mirrors",
      description = "Let the mirror of a store that cannot be reached become the store.")
  private boolean useMirrors;

  @Option(
      names = "--accept-log",
      description = "Take a store as it is that ends before what the sheet tells of.")
  private boolean acceptLog;

  @Option(
      names = "--recovery-key-file",
      paramLabel = "FILE",
      description = "Open encrypted stores with the recovery key in the first line of this file.")
  private @Nullable Path recoveryKey;

  @Option(names = "--rehearse", description = "Only say what would be done.")
  private boolean rehearse;

  @Override
  Answer answer(Office office) throws IOException {
    Adoptions adoptions = office.adoptions();
    Optional<Path> former = Optional.ofNullable(formerHome).map(root()::resolve);
    RecoverySheet what = chosen(sheet(adoptions, former));
    List<MovedPlace> moved = new ArrayList<>();
    for (String one : places) {
      moved.add(moved(one));
    }
    AdoptionOrder order = new AdoptionOrder(what, former, moved, useMirrors, acceptLog);
    if (recoveryKey != null) {
      unlock(adoptions, order, KeyOptions.recoveryKey(root().resolve(recoveryKey)));
    }
    AdoptionPlan plan =
        rehearse ? adoptions.rehearse(order, Progress.NONE) : adoptions.adopt(order, Progress.NONE);
    return new Answer(
        AdoptionText.json(plan, rehearse),
        AdoptionText.of(plan, rehearse),
        Exit.whole(plan.refused().isEmpty()));
  }

  private RecoverySheet sheet(Adoptions adoptions, Optional<Path> former) throws IOException {
    boolean isTyped = end != null || mirror != null || !arrivals.isEmpty();
    if (stores.isEmpty() == (sheet == null && former.isEmpty()) || (stores.isEmpty() && isTyped)) {
      throw new SentenceException(
          "Say what to adopt: a recovery sheet with --sheet, the former desk's data with --former-home, or the folders of its stores. Nothing was changed.");
    }
    if (sheet != null) {
      return SheetFormat.read(root().resolve(sheet));
    }
    if (former.isPresent()) {
      return adoptions.sheets().ofFormer(former.get());
    }
    if (stores.size() > 1 && (end != null || mirror != null)) {
      throw new SentenceException(
          "--end and --mirror belong to one store; adopt the stores one after another. Nothing was changed.");
    }
    Optional<TypedEnd> typed = Optional.empty();
    if (end != null) {
      typed = TypedEnd.read(end);
      if (typed.isEmpty()) {
        throw new SentenceException(
            "“%s” is no end of a log; write the number of the act and the first digits of its hash, as in 12:d76e66a0. Nothing was changed."
                .formatted(end));
      }
    }
    return adoptions
        .sheets()
        .typed(
            stores.stream().map(root()::resolve).toList(),
            typed,
            Optional.ofNullable(mirror).map(root()::resolve),
            arrivals.stream().map(root()::resolve).toList());
  }

  private RecoverySheet chosen(RecoverySheet sheet) throws SentenceException {
    RecoverySheet chosen = sheet;
    for (String name : only) {
      if (sheet.shelves().stream().noneMatch(one -> one.name().equals(name))) {
        throw new SentenceException(
            "No shelf “%s” is to be adopted: there are %s. Nothing was changed."
                .formatted(
                    name,
                    String.join(
                        ", ",
                        sheet.shelves().stream()
                            .map(one -> "“%s”".formatted(one.name()))
                            .toList())));
      }
    }
    for (RecoverySheet.SheetShelf one : sheet.shelves()) {
      if (!only.isEmpty() && !only.contains(one.name())) {
        chosen = chosen.without(one);
      }
    }
    return chosen;
  }

  private MovedPlace moved(String typed) throws SentenceException {
    int between = typed.indexOf('=');
    if (between < 1 || between == typed.length() - 1) {
      throw new SentenceException(
          "“%s” does not say which folder is where; write OLD=NEW. Nothing was changed."
              .formatted(typed));
    }
    return new MovedPlace(
        root().resolve(Path.of(typed.substring(0, between))),
        root().resolve(Path.of(typed.substring(between + 1))));
  }

  private static void unlock(Adoptions adoptions, AdoptionOrder order, RecoveryKey key)
      throws SentenceException {
    if (!adoptions.unlock(order, key)) {
      throw new SentenceException(
          "The recovery key opens none of the stores, so nothing was adopted. It has nine groups of four characters.");
    }
  }
}
