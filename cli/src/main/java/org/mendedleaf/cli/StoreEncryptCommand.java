package org.mendedleaf.cli;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.cli.answers.Answer;
import org.mendedleaf.cli.answers.Json;
import org.mendedleaf.cli.answers.Text;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.stores.Encryption;
import org.mendedleaf.core.stores.StoreFacts;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.ParentCommand;

/** Makes an encrypted store of a plain one. */
@Command(
    name = "encrypt",
    mixinStandardHelpOptions = true,
    description = {
      "Copy a store, encrypted, into the empty folder DIR and use the copy from now on. The plain one",
      "stays where it is; delete its folder, and that of its mirror, once the copy is proven. Stopped,",
      "and typed again with the same passphrase, it goes on."
    })
final class StoreEncryptCommand implements Callable<Integer> {

  @ParentCommand private StoreCommand parent;

  @Parameters(paramLabel = "DIR")
  private Path folder;

  @Option(names = "--store", paramLabel = "DIR", description = "Which store.")
  private @Nullable Path of;

  @Option(names = "--rehearse", description = "Only say what it takes.")
  private boolean rehearse;

  @Override
  public Integer call() throws IOException {
    return parent.root().answer(this::answer);
  }

  private Answer answer(Office office) throws IOException {
    MendedLeafCommand root = parent.root();
    Encryption encryption = office.stores().encryption();
    String id = office.stores().id(Optional.ofNullable(of).map(root::resolve));
    Path to = root.resolve(folder);
    Encryption.CopyPlan plan = encryption.rehearse(id, to);
    if (rehearse) {
      ObjectNode node = Json.object().put("bytes", plan.bytes()).put("free", plan.free());
      plan.mirror().ifPresent(mirror -> node.put("mirror", mirror.toString()));
      return Answer.done(
          node,
          "%s are read and written; %s are free there.%n%s"
              .formatted(Text.size(plan.bytes()), Text.size(plan.free()), ofMirror(plan)));
    }
    Path plain = office.stores().facts(id).folder();
    NewSecret secret = NewSecret.of(root, office);
    encryption.encrypt(id, to, secret.secrecy(), Progress.NONE);
    // What lies on the tray is about the store, and is sealed from now on.
    office.recoveries().keep(office.recoveries().kept());
    StoreFacts store = office.stores().facts(id);
    return secret.answer(
        Json.store(store).put("plain", plain.toString()),
        StoreCommand.line(store)
            + "The plain store is still in %s, and is not used any more.%n".formatted(plain)
            + ofMirror(plan));
  }

  private static String ofMirror(Encryption.CopyPlan plan) {
    return plan.mirror()
        .map(
            mirror ->
                "The mirror in %s is not encrypted, and is not kept up any more.%n"
                    .formatted(mirror))
        .orElse("");
  }
}
