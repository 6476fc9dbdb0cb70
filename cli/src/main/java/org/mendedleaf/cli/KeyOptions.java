package org.mendedleaf.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.session.KeyFile;
import org.mendedleaf.core.session.KeyRing;
import picocli.CommandLine.Option;
import picocli.CommandLine.ScopeType;

/**
 * Options that say how encrypted stores are opened. Never with a word of the command line:
 * everybody on the machine can see that.
 */
public final class KeyOptions {

  @Option(
      names = "--passphrase-file",
      paramLabel = "FILE",
      scope = ScopeType.INHERIT,
      description = "The first line of this file opens an encrypted store.")
  private @Nullable Path passphraseFile;

  @Option(
      names = "--key-file",
      paramLabel = "FILE",
      scope = ScopeType.INHERIT,
      description = "A file of “store key-file” opens its store.")
  private @Nullable Path keyFile;

  /** Puts what was given onto a ring. */
  void onto(KeyRing ring, UnaryOperator<Path> resolve) throws IOException {
    onto(
        ring,
        Optional.ofNullable(passphraseFile).map(resolve),
        Optional.ofNullable(keyFile).map(resolve));
  }

  /** Puts what is in these files onto a ring. */
  public static void onto(KeyRing ring, Optional<Path> passphraseFile, Optional<Path> keyFile)
      throws IOException {
    if (passphraseFile.isPresent()) {
      var unused = ring.with(read(passphraseFile.get()));
    }
    if (keyFile.isPresent()) {
      KeyFile.read(keyFile.get(), ring);
    }
  }

  /** The passphrase of the command line, if there is one. */
  Optional<Passphrase> passphrase(UnaryOperator<Path> resolve) throws IOException {
    return passphraseFile == null
        ? Optional.empty()
        : Optional.of(read(resolve.apply(passphraseFile)));
  }

  /** The first line of a file. */
  static Passphrase read(Path file) throws IOException {
    return Passphrase.of(line(file));
  }

  /** The recovery key in the first line of a file. */
  static RecoveryKey recoveryKey(Path file) throws IOException {
    return RecoveryKey.read(line(file))
        .orElseThrow(
            () ->
                new SentenceException(
                    "What stands in the first line of %s is no recovery key, or it was mistyped: it has nine groups of four characters. Nothing was changed."
                        .formatted(file)));
  }

  /** The first line of a file, which says something. */
  static String line(Path file) throws IOException {
    if (Files.notExists(file)) {
      throw new NoSuchFileException(file.toString());
    }
    List<String> lines = Files.readAllLines(file);
    if (lines.isEmpty() || lines.get(0).isBlank()) {
      throw new SentenceException(
          "The first line of %s is empty; nothing was done.".formatted(file));
    }
    return lines.get(0);
  }
}
