package org.mendedleaf.core.stores;

import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.catalog.Journal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.progress.CancelledException;
import org.mendedleaf.core.progress.Phase;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.store.ContentWriter;
import org.mendedleaf.core.store.CutContent;
import org.mendedleaf.core.store.WriteSession;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.FinishedSheaf;
import org.mendedleaf.core.store.format.SheafId;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Stores again what is damaged or lost, from files that still hold it; and does away with damaged
 * sheaves once nothing is only there any more. Looking changes nothing.
 */
final class Healing {

  private static final Logger LOG = LoggerFactory.getLogger(Healing.class);

  private final Catalogue catalogue;
  private final Journal journal;

  Healing(Catalogue catalogue, Journal journal) {
    this.catalogue = catalogue;
    this.journal = journal;
  }

  /**
   * A file that holds something of what is lost.
   *
   * @param changed when it was changed last: later it may hold something else
   * @param parts the chunks of it that are lost
   * @param lists lost chunks of lists, which are made anew from the whole file
   */
  record Remedy(Path file, FileTime changed, List<CutContent.Part> parts, Set<ContentId> lists) {}

  /**
   * Looks through folders until everything that is lost is found, or nothing is left to look at.
   */
  List<Remedy> look(Set<ContentId> lost, List<Path> folders, Progress progress) throws IOException {
    Set<ContentId> missing = new HashSet<>(lost);
    List<Remedy> remedies = new ArrayList<>();
    progress.phase(Phase.LOOKING, 0, 0);
    for (Path folder : folders) {
      if (!missing.isEmpty() && Files.isDirectory(folder)) {
        Files.walkFileTree(folder, new Looking(missing, remedies, progress));
      }
    }
    return remedies;
  }

  private final class Looking extends SimpleFileVisitor<Path> {
    private final Set<ContentId> missing;
    private final List<Remedy> remedies;
    private final Progress progress;

    Looking(Set<ContentId> missing, List<Remedy> remedies, Progress progress) {
      this.missing = missing;
      this.remedies = remedies;
      this.progress = progress;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
        throws CancelledException {
      progress.checkCancelled();
      if (attributes.isRegularFile()) {
        lookAt(file, attributes);
        progress.advanced(1, attributes.size());
      }
      return missing.isEmpty() ? FileVisitResult.TERMINATE : FileVisitResult.CONTINUE;
    }

    private void lookAt(Path file, BasicFileAttributes attributes) {
      CutContent parts;
      try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
        parts = CutContent.of(in, catalogue.store().description().cutting());
      } catch (IOException e) {
        LOG.info("{} could not be read while looking for what is lost.", file, e);
        return;
      }
      List<CutContent.Part> found =
          parts.chunks().stream().filter(part -> missing.remove(part.id())).toList();
      Set<ContentId> lists = new HashSet<>(parts.lists());
      lists.retainAll(missing);
      missing.removeAll(lists);
      if (!found.isEmpty() || !lists.isEmpty()) {
        remedies.add(new Remedy(file, attributes.lastModifiedTime(), found, lists));
      }
    }

    @Override
    public FileVisitResult visitFileFailed(Path file, IOException e) {
      LOG.info("{} could not be looked at while looking for what is lost.", file, e);
      return FileVisitResult.CONTINUE;
    }
  }

  /**
   * Stores again what these files hold.
   *
   * @return how many chunks were stored
   */
  int heal(List<Remedy> remedies, Instant at, String by, Progress progress) throws IOException {
    progress.phase(Phase.RECORDING, remedies.size(), 0);
    try (WriteSession session = catalogue.store().write(catalogue);
        ContentWriter writer = session.writer()) {
      int stored = 0;
      for (Remedy remedy : remedies) {
        progress.checkCancelled();
        try {
          stored += store(remedy, writer);
        } catch (IOException e) {
          LOG.info("{} could not be read any more; it heals nothing.", remedy.file(), e);
        }
        progress.advanced(1, 0);
      }
      writer.flush();
      if (session.bytesAppended() > 0) {
        Journal.Draft draft =
            new Journal.Draft(
                Act.REPAIR, OptionalLong.empty(), at, by, OptionalLong.empty(), false, List.of());
        var unused = journal.commit(draft, session);
      }
      return stored;
    }
  }

  private static int store(Remedy remedy, ContentWriter writer) throws IOException {
    if (!Files.getLastModifiedTime(remedy.file()).equals(remedy.changed())) {
      return 0;
    }
    if (!remedy.lists().isEmpty()) {
      // A content as a whole: what of it is held is not stored again.
      try (InputStream in = Files.newInputStream(remedy.file())) {
        var unused = writer.write(in, Optional.empty());
      }
      return remedy.parts().size() + remedy.lists().size();
    }
    int stored = 0;
    try (FileChannel file = FileChannel.open(remedy.file(), StandardOpenOption.READ)) {
      for (CutContent.Part part : remedy.parts()) {
        byte[] bytes = new byte[part.length()];
        readFully(file, part.offset(), ByteBuffer.wrap(bytes));
        if (ContentId.hash(bytes, 0, bytes.length).equals(part.id())) {
          var unused = writer.write(new ByteArrayInputStream(bytes), Optional.empty());
          stored++;
        }
      }
    }
    return stored;
  }

  private static void readFully(FileChannel file, long from, ByteBuffer into) throws IOException {
    while (into.hasRemaining()) {
      if (file.read(into, from + into.position()) < 0) {
        throw new EOFException("it is shorter than it was");
      }
    }
  }

  /**
   * Does away with damaged sheaves of which everything that this desk knows of is whole elsewhere.
   * Their files are deleted when retired ones are.
   *
   * @return how many
   */
  int retire(List<SheafId> damaged, Instant at, String by) throws IOException {
    int retired = 0;
    for (SheafId sheaf : damaged) {
      // Where the tables were made without it, nobody knows what else was in it.
      if (catalogue.isPartial() || catalogue.damage().isIn(sheaf)) {
        continue;
      }
      List<FinishedSheaf> rescued =
          catalogue.store().packing().rescue(sheaf).map(List::of).orElse(Collections.emptyList());
      if (journal.replace(Act.REPAIR, rescued, List.of(sheaf), at, by)) {
        retired++;
      } else {
        for (FinishedSheaf unneeded : rescued) {
          catalogue.store().packing().delete(unneeded.id());
        }
      }
    }
    return retired;
  }
}
