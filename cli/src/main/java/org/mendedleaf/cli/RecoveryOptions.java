package org.mendedleaf.cli;

import org.mendedleaf.core.recover.Destination;
import org.mendedleaf.core.recover.Handling;
import org.mendedleaf.core.recover.IfThere;
import org.mendedleaf.core.recover.LaterFiles;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Option;
import picocli.CommandLine.TypeConversionException;

/** Options for what stands in the way of a recovery. */
final class RecoveryOptions {

  @Option(
      names = "--if-there",
      paramLabel = "HOW",
      defaultValue = "make-room",
      converter = IfThereWord.class,
      description =
          "Where something else stands: make-room (it is recorded first and gives way), beside (ours gets a telling name), leave.")
  private IfThere ifThere;

  @Option(
      names = "--later-files",
      paramLabel = "HOW",
      defaultValue = "keep",
      converter = LaterFilesWord.class,
      description = "Files of a recovered folder that came later: keep or remove.")
  private LaterFiles laterFiles;

  @Option(names = "--rehearse", description = "Only show what would be done.")
  private boolean rehearse;

  Handling handling(Destination destination) {
    return new Handling(destination, ifThere, laterFiles);
  }

  boolean rehearse() {
    return rehearse;
  }

  /** Reads make-room, beside or leave. */
  static final class IfThereWord implements ITypeConverter<IfThere> {
    @Override
    public IfThere convert(String word) {
      return switch (word) {
        case "make-room" -> IfThere.MAKE_ROOM;
        case "beside" -> IfThere.BESIDE;
        case "leave" -> IfThere.LEAVE;
        default ->
            throw new TypeConversionException(
                "“%s” is none of make-room, beside, leave".formatted(word));
      };
    }
  }

  /** Reads keep or remove. */
  static final class LaterFilesWord implements ITypeConverter<LaterFiles> {
    @Override
    public LaterFiles convert(String word) {
      return switch (word) {
        case "keep" -> LaterFiles.KEEP;
        case "remove" -> LaterFiles.REMOVE;
        default ->
            throw new TypeConversionException("“%s” is neither keep nor remove".formatted(word));
      };
    }
  }
}
