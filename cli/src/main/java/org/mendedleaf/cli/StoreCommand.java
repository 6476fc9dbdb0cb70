package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Exit;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.MirrorAnswer;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.cli.answers.VerifyAnswer;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.Checkup;
import org.mendedleaf.core.stores.MirrorState;
import org.mendedleaf.core.stores.Mirrors;
import org.mendedleaf.core.stores.StoreFacts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** The places where revisions are kept. */
@Command(
    name = "store",
    mixinStandardHelpOptions = true,
    description = "Make, open and list stores: where revisions are kept.",
    subcommands = {
      StoreEncryptCommand.class,
      StorePassphraseCommand.class,
      StoreKeyFileCommand.class,
      StoreSpoolCommand.class,
      StoreSafeguardsCommand.class
    })
final class StoreCommand {

  /** Digits of a hash that tell one commit from another. */
  private static final int SHORT = 16;

  @ParentCommand private MendedLeafCommand root;

  @Command(
      name = "make",
      mixinStandardHelpOptions = true,
      description = "Make a store in an empty or new folder.")
  int make(
      @Parameters(paramLabel = "DIR") Path folder,
      @Option(
              names = "--group",
              description = "The group of the folder may enter it too; else only you.")
          boolean group,
      @Option(
              names = "--encrypt",
              description =
                  "Encrypt it. The passphrase is asked for, or read with --passphrase-file.")
          boolean encrypt)
      throws IOException {
    return root.answer(
        office -> {
          if (!encrypt) {
            StoreFacts store = office.stores().make(root.resolve(folder), group);
            return Answer.done(Json.store(store), line(store));
          }
          NewSecret secret = NewSecret.of(root, office);
          StoreFacts store =
              office.stores().make(root.resolve(folder), group, Optional.of(secret.secrecy()));
          return secret.answer(Json.store(store), line(store));
        });
  }

  MendedLeafCommand root() {
    return root;
  }

  @Command(
      name = "open",
      mixinStandardHelpOptions = true,
      description = "Make a store and its shelves known here.")
  int open(@Parameters(paramLabel = "DIR") Path folder) throws IOException {
    return root.answer(
        office -> {
          StoreFacts store = office.stores().open(root.resolve(folder));
          return Answer.done(Json.store(store), line(store));
        });
  }

  @Command(
      name = "take-over",
      mixinStandardHelpOptions = true,
      description = "Let this desk write to a store whose drive serves one desk only.")
  int takeOver(@Parameters(paramLabel = "DIR") Path folder) throws IOException {
    return root.answer(
        office -> {
          StoreFacts store = office.stores().takeOver(root.resolve(folder));
          return Answer.done(Json.store(store), line(store));
        });
  }

  @Command(
      name = "list",
      mixinStandardHelpOptions = true,
      description = "Show the stores that are known here.")
  int list() throws IOException {
    return root.answer(
        office -> {
          ObjectNode node = Json.object();
          ArrayNode array = node.putArray("stores");
          StringBuilder text = new StringBuilder();
          for (StoreFacts store : office.stores().known()) {
            ObjectNode one = Json.store(store);
            text.append(line(store));
            if (store.here()) {
              Checkup checkup = office.stores().checkups(store.id()).state();
              VerifyAnswer.put(one, checkup);
              text.append(VerifyAnswer.text(checkup, office.settings().zone()));
              Optional<MirrorState> mirror = office.stores().mirrors().of(store.id());
              if (mirror.isPresent()) {
                ObjectNode said = one.putObject("mirror");
                MirrorAnswer.put(said, mirror.get());
                text.append("  ").append(MirrorAnswer.text(mirror.get(), office.settings().zone()));
                Optional<Checkup> read = office.stores().mirrorCheckups().state(store.id());
                read.ifPresent(of -> text.append(MirrorAnswer.read(said, of)));
              }
            }
            array.add(one);
          }
          return Answer.done(node, text.isEmpty() ? "No store yet.\n" : text.toString());
        });
  }

  @Command(
      name = "mirror",
      mixinStandardHelpOptions = true,
      description = {
        "Keep a second copy of a store in DIR, brought up after each capture; without DIR, bring it",
        "up now. What the store gives up stays in its mirror for a week."
      })
  int mirror(
      @Parameters(paramLabel = "DIR", arity = "0..1") @Nullable Path folder,
      @Option(names = "--store", paramLabel = "DIR", description = "Of which store.")
          @Nullable Path of,
      @Option(names = "--check", description = "Also read every byte of it.") boolean check,
      @Option(names = "--off", description = "Keep none any more; what lies there stays.")
          boolean off)
      throws IOException {
    return root.answer(
        office -> {
          Mirrors mirrors = office.stores().mirrors();
          String id = office.stores().id(Optional.ofNullable(of).map(root::resolve));
          if (off) {
            mirrors.off(id);
            return Answer.done(
                Json.object().put("mirror", false), "No mirror is kept.%n".formatted());
          }
          MirrorState state =
              folder == null
                  ? mirrors
                      .bringUp(id, Progress.NONE)
                      .orElseThrow(
                          () ->
                              new SentenceException(
                                  "This store has no mirror yet. “mended-leaf store mirror DIR” keeps one in an empty folder, best on another drive."))
                  : mirrors.set(id, root.resolve(folder), Progress.NONE);
          int damaged = check ? mirrors.check(id, Progress.NONE) : 0;
          ObjectNode node = Json.object();
          MirrorAnswer.put(node, state);
          node.put("damaged", damaged);
          String checked =
              check
                  ? damaged == 0
                      ? "every byte of it is whole%n".formatted()
                      : "%d of its files were damaged and were taken over anew%n".formatted(damaged)
                  : "";
          return new Answer(
              node,
              MirrorAnswer.text(state, office.settings().zone()) + checked,
              Exit.sound(state.missing() == 0));
        });
  }

  @Command(
      name = "become",
      mixinStandardHelpOptions = true,
      description = {
        "Make the mirror in DIR the store, where the first is gone: it is recorded into from now on.",
        "What the first had beyond it is given up."
      })
  int become(@Parameters(paramLabel = "DIR") Path folder) throws IOException {
    return root.answer(
        office -> {
          Path place = root.resolve(folder);
          office.stores().mirrors().become(place);
          StoreFacts store = office.stores().open(place);
          return Answer.done(Json.store(store), line(store));
        });
  }

  static String line(StoreFacts store) {
    if (store.isLocked()) {
      return "%s: encrypted, its passphrase is not known here%n".formatted(store.folder());
    }
    if (!store.here()) {
      return "%s: not there%n".formatted(store.folder());
    }
    return "%s: %s, %s free%s%s%s%n"
        .formatted(
            store.folder(),
            Text.size(store.bytes()),
            Text.size(store.free()),
            store.sameDrive() ? ", on the same drive as a shelf" : "",
            (store.encrypted() ? ", encrypted" : "") + (store.trial() ? ", a trial store" : ""),
            store.commit().isPresent()
                ? ", last commit %d, %s"
                    .formatted(store.commit().getAsLong(), store.hash().substring(0, SHORT))
                : "");
  }
}
