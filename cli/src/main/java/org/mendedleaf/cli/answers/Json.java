package org.mendedleaf.cli.answers;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.capture.CaptureReport;
import org.mendedleaf.core.capture.Problem;
import org.mendedleaf.core.files.FileAddress;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.files.Search;
import org.mendedleaf.core.history.Description;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.history.MomentEntry;
import org.mendedleaf.core.history.Names;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.core.history.RevisionMarks;
import org.mendedleaf.core.history.Since;
import org.mendedleaf.core.history.TreeEntry;
import org.mendedleaf.core.history.Who;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.core.store.ContentReader;
import org.mendedleaf.core.store.format.ContentRef;
import org.mendedleaf.core.stores.StoreFacts;

/** The JSON answers, as the schemas beside this class say. */
public final class Json {

  private Json() {}

  public static ObjectNode object() {
    return JsonNodeFactory.instance.objectNode();
  }

  public static ObjectNode shelf(Shelf shelf) {
    ObjectNode node = object();
    node.put("id", shelf.id()).put("name", shelf.name()).put("kind", shelf.kind().word());
    shelf
        .folder()
        .ifPresentOrElse(
            folder -> node.put("folder", folder.toString()), () -> node.putNull("folder"));
    node.put("store", shelf.storeFolder().toString());
    node.put("recording", shelf.recording().words());
    node.put("noteRequired", shelf.settings().noteRequired());
    node.put("stages", shelf.settings().stages());
    node.put("admits", shelf.settings().admits());
    return node.put("files", shelf.files()).put("revisions", shelf.revisions());
  }

  public static ObjectNode store(StoreFacts store) {
    ObjectNode node =
        object()
            .put("id", store.id())
            .put("folder", store.folder().toString())
            .put("here", store.here())
            .put("bytes", store.bytes())
            .put("free", store.free())
            .put("sameDrive", store.sameDrive())
            .put("confirmsWrites", store.confirmsWrites())
            .put("trial", store.trial())
            .put("encrypted", store.encrypted());
    store.commit().ifPresent(commit -> node.put("commit", commit).put("hash", store.hash()));
    return node;
  }

  public static ObjectNode capture(Shelf shelf, CaptureReport report) {
    ObjectNode node = object();
    node.put("shelf", shelf.name()).put("moment", report.moment().toString());
    node.put("files", report.files()).put("added", report.added());
    node.put("changed", report.changed()).put("removed", report.removed());
    node.put("renamed", report.renamed());
    ArrayNode unreadable = node.putArray("unreadable");
    for (Problem problem : report.problems()) {
      putPath(unreadable.addObject(), problem.path()).put("why", problem.detail());
    }
    node.put("bytesRead", report.bytesRead()).put("bytesStored", report.bytesStored());
    return node.put("seconds", report.took().toMillis() / 1000.0);
  }

  public static ObjectNode history(FileLife life, ContentReader contents, boolean withHash)
      throws IOException {
    ObjectNode node = object();
    ObjectNode file = node.putObject("file");
    file.put("id", life.file().id()).put("shelf", life.shelf().name());
    file.put("address", new FileAddress(life.ref(), Optional.empty()).uri());
    putPath(file, life.file().path());
    ArrayNode former = file.putArray("formerPaths");
    life.formerPaths().forEach(path -> former.add(path.shown()));
    file.put("exists", life.file().present());
    putDescription(file, life.description());
    node.put("zone", life.zone().getId());
    ArrayNode revisions = node.putArray("revisions");
    for (Revision revision : life.revisions()) {
      revisions.add(revision(revision, life, contents, withHash));
    }
    return node;
  }

  private static ObjectNode revision(
      Revision revision, FileLife life, ContentReader contents, boolean withHash)
      throws IOException {
    ObjectNode node = object();
    node.put("address", new FileAddress(life.ref(), Optional.of(revision.number())).uri());
    node.put("revision", revision.number()).put("at", revision.at().toString());
    node.put("currentFrom", revision.currentFrom().toString());
    node.put("modified", revision.state().modified().toString());
    node.put("size", revision.state().size());
    putPath(node, revision.state().path());
    if (revision.state().content().isPresent()) {
      putContent(node, revision.state().content().get(), contents, withHash);
    }
    revision.state().link().ifPresent(link -> node.put("link", Names.shown(link)));
    Who who = Who.of(revision);
    node.put("who", who.name()).put("whoFrom", who.source().word());
    revision.summary().ifPresent(summary -> node.put("summary", summary));
    node.put("origin", revision.origin().word());
    revision.from().ifPresent(from -> node.put("from", from));
    revision.formerNumber().ifPresent(was -> node.put("was", was));
    putMarks(node, life.marks(revision));
    life.findings()
        .of(revision)
        .ifPresent(one -> FindingAnswer.put(node.putArray("findings"), one.findings()));
    if (life.shelf().settings().stages()) {
      boolean issued = life.marks(revision).issue().isPresent();
      node.put("stage", issued ? "issued" : "draft");
    }
    life.marks(revision).issue().ifPresent(issue -> node.put("issue", issue.letters()));
    return node.put("current", revision.isCurrent() && life.file().present());
  }

  private static void putMarks(ObjectNode node, RevisionMarks marks) {
    marks.note().ifPresent(note -> node.put("note", note.text()));
    marks.hold().ifPresent(hold -> node.put("held", hold.why()));
    marks
        .hold()
        .flatMap(RevisionMarks.Hold::until)
        .ifPresent(until -> node.put("heldUntil", until.toString()));
    node.put("knownGood", marks.good().isPresent());
    marks
        .arrived()
        .ifPresent(
            arrived ->
                node.putObject("arrived")
                    .put("name", Names.shown(arrived.name()))
                    .put("folder", Names.shown(arrived.folder()))
                    .put("modified", arrived.modified().toString()));
  }

  public static void putDescription(ObjectNode node, Description said) {
    node.put("description", said.text()).put("category", said.category());
    ArrayNode tell = node.putArray("tell");
    said.tell().forEach(tell::add);
  }

  public static ObjectNode found(Search.SearchHit found, List<String> formerPaths) {
    ObjectNode node = object();
    node.put("id", found.file().id()).put("shelf", found.shelf().name());
    putPath(node, found.file().path());
    ArrayNode former = node.putArray("formerPaths");
    formerPaths.forEach(former::add);
    node.put("exists", found.file().present());
    node.putObject("newest")
        .put("revision", found.newest().number())
        .put("currentFrom", found.newest().currentFrom().toString())
        .put("size", found.newest().state().size())
        .put("who", Who.of(found.newest()).name());
    return node;
  }

  public static ObjectNode searched(Search.Searched place) {
    return object()
        .put("shelf", place.shelf())
        .put("store", place.store().toString())
        .put("since", place.since().toString())
        .put("files", place.files())
        .put("revisions", place.revisions());
  }

  public static ObjectNode entry(MomentEntry row, ContentReader contents, boolean withHash)
      throws IOException {
    TreeEntry entry = row.entry();
    ObjectNode node = object();
    entry.file().ifPresent(id -> node.put("id", id));
    putPath(node, entry.path());
    node.put("kind", entry.kind().name().toLowerCase(java.util.Locale.ROOT));
    if (entry.kind() != TreeEntry.EntryKind.FOLDER) {
      node.put("size", entry.size());
    }
    if (entry.content().isPresent()) {
      putContent(node, entry.content().get(), contents, withHash);
    }
    entry.link().ifPresent(link -> node.put("link", Names.shown(link)));
    entry.revision().ifPresent(number -> node.put("revision", number));
    node.put("modified", entry.modified().toString());
    row.gone().ifPresent(at -> node.put("goneAt", at.toString()));
    row.since().ifPresent(since -> putBecame(node.putObject("became"), since));
    return node.put("since", entry.since().toString());
  }

  private static void putBecame(ObjectNode node, Since since) {
    node.put("laterRevisions", since.later()).put("sameContent", since.sameContent());
    since.nowAt().ifPresent(path -> node.put("nowAt", path.shown()));
    since.removedAt().ifPresent(at -> node.put("removedAt", at.toString()));
  }

  public static ObjectNode ledger(LedgerEntry entry) {
    ObjectNode node = object();
    node.put("id", entry.id()).put("at", entry.at().toString());
    node.put("act", entry.act().word()).put("by", entry.by()).put("desk", entry.desk());
    entry.shelf().ifPresent(shelf -> node.put("shelf", shelf));
    entry.undoes().ifPresent(act -> node.put("undoes", act));
    entry.about().ifPresent(name -> node.put("about", name));
    return node.put("lines", entry.lines()).put("hash", entry.hash());
  }

  public static ObjectNode putPath(ObjectNode node, InnerPath path) {
    node.put("path", path.shown());
    if (!Names.isUtf8(path.text())) {
      node.put("pathBytes", HexFormat.of().formatHex(path.bytes()));
    }
    return node;
  }

  private static void putContent(
      ObjectNode node, ContentRef content, ContentReader contents, boolean withHash)
      throws IOException {
    node.put("content", content.id().hex());
    if (withHash) {
      node.put("sha256", contents.sha256(content).hex());
    }
  }
}
