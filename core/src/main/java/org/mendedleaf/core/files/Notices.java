package org.mendedleaf.core.files;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.Catalogue;
import org.mendedleaf.core.desk.DamagedDeskFileException;
import org.mendedleaf.core.desk.Desk;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.session.FileRef;
import org.mendedleaf.core.session.OfficeSettings;
import org.mendedleaf.core.session.OpenDesk;
import org.mendedleaf.core.session.Outbox;

/**
 * Tells people of new revisions of files that they want to know about: a message for each, as an
 * {@code .eml} file in the outbox folder of the application's data, for any mail program to send.
 * Each desk writes for the revisions that it has made itself, from when somebody there has said
 * that people are to be told. Safe for several threads.
 */
public final class Notices {

  private static final ObjectMapper JSON = new ObjectMapper();
  private static final String DONE = "written.json";
  private static final Object WRITING = new Object();

  private final FileLives files;
  private final OfficeSettings settings;
  private final OpenDesk desk;
  private final Outbox outbox;

  public Notices(FileLives files, OpenDesk desk, OfficeSettings settings) {
    this.files = files;
    this.desk = desk;
    this.outbox = Outbox.of(settings);
    this.settings = settings;
  }

  /** Where the messages lie. */
  public Path outbox() {
    return outbox.folder();
  }

  /**
   * Writes what is due, in the stores that were opened: nothing was made in others.
   *
   * @return the messages that were written
   */
  public List<Path> write() throws IOException {
    List<Path> written = new ArrayList<>();
    synchronized (WRITING) {
      ObjectNode done = done();
      for (Desk.KnownStore store : desk.desk().stores()) {
        if (desk.isOpen(store.id())) {
          write(store.id(), done, written);
        }
      }
    }
    return written;
  }

  /** From now on revisions of a store are told, if they were not already. */
  void begin(String store) throws IOException {
    synchronized (WRITING) {
      ObjectNode done = done();
      if (!done.has(store)) {
        keep(done.put(store, desk.store(store).catalogue().commits()));
      }
    }
  }

  private void write(String store, ObjectNode done, List<Path> written) throws IOException {
    Catalogue catalogue = desk.store(store).catalogue();
    catalogue.catchUp();
    long next = catalogue.commits();
    if (!done.has(store)) {
      // Another desk may have asked for notices: they begin now and do not cover what came before.
      if (!catalogue.files().described(desk.desk().id(), 0).isEmpty()) {
        keep(done.put(store, next));
      }
      return;
    }
    long from = done.get(store).asLong();
    if (from >= next) {
      return;
    }
    for (Revision revision : catalogue.files().described(desk.desk().id(), from)) {
      write(store, revision).ifPresent(written::add);
    }
    keep(done.put(store, next));
  }

  private void keep(ObjectNode done) throws IOException {
    DeskFile.at(outbox.folder().resolve(DONE)).write(done.toPrettyString());
  }

  private Optional<Path> write(String store, Revision revision) throws IOException {
    FileLife life = files.life(new FileRef(store, revision.file()));
    List<String> to =
        life.description().tell().stream().filter(person -> !person.equals(revision.by())).toList();
    if (to.isEmpty()) {
      return Optional.empty();
    }
    String name = name(store, revision.file(), revision.number());
    Letter letter =
        isEncrypted(store)
            ? NoticeMessage.nameless(life, revision)
            : new NoticeMessage(life, revision, settings.zone()).letter();
    return Optional.of(outbox.put(name + "eml", out -> letter.to(to, out)));
  }

  /** No name of an encrypted store may stand in a message, which is readable by design. */
  public boolean isEncrypted(String store) throws IOException {
    return desk.store(store).store().key().isPresent();
  }

  /** Writes a letter about a revision that is damaged; it goes with the revision. */
  public void damaged(FileRef ref, int revision, Letter letter, List<String> to)
      throws IOException {
    synchronized (WRITING) {
      String name = name(ref.store(), ref.file(), revision) + "damaged.eml";
      var unused = outbox.put(name, out -> letter.to(to, out));
    }
  }

  /**
   * Writes a letter about what many files of a shelf met with, in which no file is named.
   *
   * @param first the commit with which it began
   */
  public void atOnce(String store, long first, Letter letter, List<String> to) throws IOException {
    synchronized (WRITING) {
      String name = "%s-event-%d.eml".formatted(store, first);
      var unused = outbox.put(name, out -> letter.to(to, out));
    }
  }

  /** The beginning of the names of all that is written about a revision. */
  private static String name(String store, long file, int revision) {
    return prefix(store, file) + "r" + revision + ".";
  }

  private static String prefix(String store, long file) {
    return "%s-%d-".formatted(store, file);
  }

  /**
   * Takes away what was written about revisions that are erased.
   *
   * @param numbers which; empty for everything about the file
   */
  public void forget(FileRef ref, Set<Integer> numbers) throws IOException {
    synchronized (WRITING) {
      outbox.forget(
          name ->
              numbers.isEmpty()
                  ? name.startsWith(prefix(ref.store(), ref.file()))
                  : numbers.stream()
                      .anyMatch(number -> name.startsWith(name(ref.store(), ref.file(), number))));
    }
  }

  private ObjectNode done() throws IOException {
    try {
      return DeskFile.at(outbox.folder().resolve(DONE))
          .read(text -> (ObjectNode) JSON.readTree(text))
          .orElseGet(JSON::createObjectNode);
    } catch (DamagedDeskFileException e) {
      // From now on, then: what was told before is not told again.
      return JSON.createObjectNode();
    }
  }
}
