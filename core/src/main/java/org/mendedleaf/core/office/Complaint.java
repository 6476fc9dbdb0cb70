package org.mendedleaf.core.office;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;

/** What went wrong, as the one sentence that a person is told. */
public final class Complaint {

  private Complaint() {}

  /** The sentence for a problem; never empty. */
  public static String sentence(Exception problem) {
    if (problem instanceof FileSystemException of && of.getFile() != null) {
      return "Not done: %s%s. Nothing recorded is lost.".formatted(of.getFile(), reason(of));
    }
    if (problem instanceof IOException && problem.getMessage() != null) {
      return problem.getMessage();
    }
    return "Not done, for a reason that should not come up: %s. Nothing recorded is lost."
        .formatted(problem);
  }

  private static String reason(FileSystemException problem) {
    if (problem instanceof NoSuchFileException) {
      return " is not there; it was moved or removed, or its drive is away";
    }
    if (problem instanceof AccessDeniedException) {
      return " may not be read or written by you";
    }
    return problem.getReason() == null
        ? " (" + problem.getClass().getSimpleName() + ")"
        : " (" + problem.getReason() + ")";
  }
}
