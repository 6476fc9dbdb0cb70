package org.mendedleaf.core.session;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.place.WhyNot;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A failure, as the one sentence that a person is told. */
public final class Complaint {

  private static final Logger LOG = LoggerFactory.getLogger(Complaint.class);

  private Complaint() {}

  /** The sentence for a problem; never empty. */
  public static String sentence(Exception problem) {
    if (problem instanceof IOException full && WhyNot.isFull(full)) {
      return "Not done: a drive is full%s. What was recorded before is safe; make room, then do it again."
          .formatted(
              problem instanceof FileSystemException of && of.getFile() != null
                  ? ", the one on which %s lies".formatted(Names.shown(of.getFile()))
                  : "");
    }
    if (problem instanceof FileSystemException of && of.getFile() != null) {
      return "Not done: %s%s. Nothing recorded is lost."
          .formatted(Names.shown(of.getFile()), reason(of));
    }
    if (problem instanceof IOException && problem.getMessage() != null) {
      return problem.getMessage();
    }
    LOG.error("A reason that should not come up.", problem);
    return "Not done, for a reason that lies in Mended Leaf itself. Nothing recorded is lost; what happened is in the log of this program.";
  }

  private static String reason(FileSystemException problem) {
    if (problem instanceof NoSuchFileException) {
      return " is not there; it was moved or removed, or its drive is away";
    }
    if (problem instanceof AccessDeniedException) {
      return " may not be read or written by you";
    }
    return problem.getReason() == null
        ? " could not be read or written, and the system does not say why"
        : " (" + problem.getReason() + ")";
  }

  /** Why a store cannot be read; one that is locked says so in full. */
  public static String ofStore(Path store, IOException e) {
    return e instanceof LockedStoreException
        ? sentence(e)
        : "The store %s cannot be read: %s".formatted(store, sentence(e));
  }
}
