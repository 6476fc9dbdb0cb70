package org.mendedleaf.core.catalog.lines;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RevisionKey;

/**
 * A line of a segment after the first: one thing that the act did, with the numbers it was given.
 * {@code m} is [position of the block in the header, line in the block].
 *
 * <pre>
 * {"revision":FILE,"n":NUMBER,"origin":WORD,"from"?:NUMBER,"m":[b,l]}
 * {"move":FILE,"m":[b,l]}      {"touch":FILE,"m":[b,l]}     {"remove":FILE}
 * {"folder":"here","m":[b,l]}  {"folder":"gone","m":[b,l]}  {"folder":"moved","m":[b,l]}
 * {"shelf":SHELF,"m":[b,l]}    {"saver":[SEGMENT,LINE],"m":[b,l]}
 * {"summary":[SEGMENT,LINE],"m":[b,l]}
 * {"snapshot":SNAPSHOT,"m":[b,l]}  {"unlabel":SNAPSHOT}
 * {"item":NUMBER,"m":[b,l]}
 * {"note":[SEGMENT,LINE],"m":[b,l]}
 * {"good":[SEGMENT,LINE],"is":BOOLEAN}
 * {"hold":[SEGMENT,LINE],"m":[b,l]}  {"release":[SEGMENT,LINE]}
 * {"notice":[SEGMENT,LINE],"until":INSTANT,"byHand":BOOLEAN}  {"offNotice":[SEGMENT,LINE]}
 * {"describe":FILE,"m":[b,l]}
 * {"set":WORD,"m":[b,l]}       {"issue":[SEGMENT,LINE],"file":FILE,"letter":NUMBER}
 * {"erase":[SEGMENT,LINE]}     {"eraseAll":FILE}     {"called":TEXT}
 * </pre>
 */
public sealed interface Detail {

  /** Where a line of metadata stands: block by its position in the header, line from 0. */
  record Place(int block, int line) {}

  record Revised(long file, int number, Origin origin, OptionalInt from, Place at)
      implements Detail {}

  record Moved(long file, Place at) implements Detail {}

  record Touched(long file, Place at) implements Detail {}

  record Removed(long file) implements Detail {}

  record FolderChanged(boolean here, Place at) implements Detail {}

  /** Everything that is in a folder, at any depth, is in another one from now on. */
  record FolderMoved(Place at) implements Detail {}

  record ShelfAdded(long shelf, Place at) implements Detail {}

  record SaverFound(RevisionKey revision, Place at) implements Detail {}

  record Summed(RevisionKey revision, Place at) implements Detail {}

  record SnapshotTaken(long snapshot, Place at) implements Detail {}

  record ItemDone(long number, Place at) implements Detail {}

  record Unlabelled(long snapshot) implements Detail {}

  record Noted(RevisionKey revision, Place at) implements Detail {}

  record MarkedGood(RevisionKey revision, boolean isGood) implements Detail {}

  record Held(RevisionKey revision, Place at) implements Detail {}

  record Released(RevisionKey revision) implements Detail {}

  record Noticed(RevisionKey revision, Instant until, boolean byHand) implements Detail {}

  record OffNotice(RevisionKey revision) implements Detail {}

  record Described(long file, Place at) implements Detail {}

  /**
   * @param file whose letter it is: it stays used when the revision is erased
   * @param letter from 1
   */
  record Issued(RevisionKey revision, long file, int letter) implements Detail {}

  record ShelfSet(String what, Place at) implements Detail {}

  record Erased(RevisionKey revision) implements Detail {}

  record FileErased(long file) implements Detail {}

  /** What an erased file was called, where somebody wants the ledger to keep that. */
  record Called(String name) implements Detail {}

  /** Where its metadata stands; empty if it has none. */
  default Optional<Place> place() {
    if (this instanceof Revised of) {
      return Optional.of(of.at());
    } else if (this instanceof Moved of) {
      return Optional.of(of.at());
    } else if (this instanceof Touched of) {
      return Optional.of(of.at());
    } else if (this instanceof FolderChanged of) {
      return Optional.of(of.at());
    } else if (this instanceof FolderMoved of) {
      return Optional.of(of.at());
    } else if (this instanceof ShelfAdded of) {
      return Optional.of(of.at());
    } else if (this instanceof SaverFound of) {
      return Optional.of(of.at());
    } else if (this instanceof Summed of) {
      return Optional.of(of.at());
    } else if (this instanceof SnapshotTaken of) {
      return Optional.of(of.at());
    } else if (this instanceof ItemDone of) {
      return Optional.of(of.at());
    } else if (this instanceof Noted of) {
      return Optional.of(of.at());
    } else if (this instanceof Held of) {
      return Optional.of(of.at());
    } else if (this instanceof Described of) {
      return Optional.of(of.at());
    } else if (this instanceof ShelfSet of) {
      return Optional.of(of.at());
    }
    return Optional.empty();
  }

  /** The file that it names; empty if it names none, or only a revision. */
  default OptionalLong ofFile() {
    if (this instanceof Revised of) {
      return OptionalLong.of(of.file());
    } else if (this instanceof Moved of) {
      return OptionalLong.of(of.file());
    } else if (this instanceof Touched of) {
      return OptionalLong.of(of.file());
    } else if (this instanceof Removed of) {
      return OptionalLong.of(of.file());
    } else if (this instanceof Described of) {
      return OptionalLong.of(of.file());
    } else if (this instanceof Issued of) {
      return OptionalLong.of(of.file());
    }
    return OptionalLong.empty();
  }

  /** The earlier revision that it says something of; empty if it says nothing of one. */
  default Optional<RevisionKey> about() {
    if (this instanceof SaverFound of) {
      return Optional.of(of.revision());
    } else if (this instanceof Summed of) {
      return Optional.of(of.revision());
    } else if (this instanceof Noted of) {
      return Optional.of(of.revision());
    } else if (this instanceof MarkedGood of) {
      return Optional.of(of.revision());
    } else if (this instanceof Held of) {
      return Optional.of(of.revision());
    } else if (this instanceof Released of) {
      return Optional.of(of.revision());
    } else if (this instanceof Noticed of) {
      return Optional.of(of.revision());
    } else if (this instanceof OffNotice of) {
      return Optional.of(of.revision());
    }
    return Optional.empty();
  }

  /** The line of the log. */
  default String encode() {
    ObjectNode node = JsonNodeFactory.instance.objectNode();
    if (this instanceof Revised revised) {
      node.put("revision", revised.file()).put("n", revised.number());
      node.put("origin", revised.origin().word());
      revised.from().ifPresent(from -> node.put("from", from));
      put(node, revised.at());
    } else if (this instanceof Moved moved) {
      put(node.put("move", moved.file()), moved.at());
    } else if (this instanceof Touched touched) {
      put(node.put("touch", touched.file()), touched.at());
    } else if (this instanceof Removed removed) {
      node.put("remove", removed.file());
    } else if (this instanceof FolderChanged folder) {
      put(node.put("folder", folder.here() ? "here" : "gone"), folder.at());
    } else if (this instanceof FolderMoved moved) {
      put(node.put("folder", "moved"), moved.at());
    } else if (this instanceof ShelfAdded added) {
      put(node.put("shelf", added.shelf()), added.at());
    } else if (this instanceof SaverFound found) {
      put(node, "saver", found.revision(), found.at());
    } else if (this instanceof Summed summed) {
      put(node, "summary", summed.revision(), summed.at());
    } else if (this instanceof SnapshotTaken taken) {
      put(node.put("snapshot", taken.snapshot()), taken.at());
    } else if (this instanceof ItemDone item) {
      put(node.put("item", item.number()), item.at());
    } else if (this instanceof Unlabelled unlabelled) {
      node.put("unlabel", unlabelled.snapshot());
    } else if (this instanceof Noted noted) {
      put(node, "note", noted.revision(), noted.at());
    } else if (this instanceof MarkedGood good) {
      put(node, "good", good.revision());
      node.put("is", good.isGood());
    } else if (this instanceof Held held) {
      put(node, "hold", held.revision(), held.at());
    } else if (this instanceof Released released) {
      put(node, "release", released.revision());
    } else if (this instanceof Noticed noticed) {
      put(node, "notice", noticed.revision());
      node.put("until", noticed.until().toString()).put("byHand", noticed.byHand());
    } else if (this instanceof OffNotice off) {
      put(node, "offNotice", off.revision());
    } else if (this instanceof Described described) {
      put(node.put("describe", described.file()), described.at());
    } else if (this instanceof ShelfSet set) {
      put(node.put("set", set.what()), set.at());
    } else if (this instanceof Issued issued) {
      put(node, "issue", issued.revision());
      node.put("file", issued.file()).put("letter", issued.letter());
    } else if (this instanceof Erased erased) {
      put(node, "erase", erased.revision());
    } else if (this instanceof FileErased erased) {
      node.put("eraseAll", erased.file());
    } else if (this instanceof Called called) {
      node.put("called", called.name());
    }
    return node.toString();
  }

  /** Reads a line; empty if it is of a kind that this program does not know. */
  static Optional<Detail> decode(String line) {
    JsonNode node = MetadataFormat.parse(line);
    Detail detail = null;
    if (node.has("revision")) {
      detail =
          new Revised(
              node.get("revision").asLong(),
              node.get("n").asInt(),
              Origin.of(node.get("origin").asText()),
              node.has("from") ? OptionalInt.of(node.get("from").asInt()) : OptionalInt.empty(),
              place(node));
    } else if (node.has("move")) {
      detail = new Moved(node.get("move").asLong(), place(node));
    } else if (node.has("touch")) {
      detail = new Touched(node.get("touch").asLong(), place(node));
    } else if (node.has("remove")) {
      detail = new Removed(node.get("remove").asLong());
    } else if (node.has("folder") && node.get("folder").asText().equals("moved")) {
      detail = new FolderMoved(place(node));
    } else if (node.has("folder")) {
      detail = new FolderChanged(node.get("folder").asText().equals("here"), place(node));
    } else if (node.has("shelf")) {
      detail = new ShelfAdded(node.get("shelf").asLong(), place(node));
    } else if (node.has("saver")) {
      detail = new SaverFound(key(node.get("saver")), place(node));
    } else if (node.has("summary")) {
      detail = new Summed(key(node.get("summary")), place(node));
    } else if (node.has("snapshot")) {
      detail = new SnapshotTaken(node.get("snapshot").asLong(), place(node));
    } else if (node.has("item")) {
      detail = new ItemDone(node.get("item").asLong(), place(node));
    } else if (node.has("unlabel")) {
      detail = new Unlabelled(node.get("unlabel").asLong());
    } else if (node.has("note")) {
      detail = new Noted(key(node.get("note")), place(node));
    } else if (node.has("good")) {
      detail = new MarkedGood(key(node.get("good")), node.get("is").asBoolean());
    } else if (node.has("hold")) {
      detail = new Held(key(node.get("hold")), place(node));
    } else if (node.has("release")) {
      detail = new Released(key(node.get("release")));
    } else if (node.has("notice")) {
      detail =
          new Noticed(
              key(node.get("notice")),
              Instant.parse(node.get("until").asText()),
              node.get("byHand").asBoolean());
    } else if (node.has("offNotice")) {
      detail = new OffNotice(key(node.get("offNotice")));
    } else if (node.has("describe")) {
      detail = new Described(node.get("describe").asLong(), place(node));
    } else if (node.has("issue")) {
      detail =
          new Issued(key(node.get("issue")), node.get("file").asLong(), node.get("letter").asInt());
    } else if (node.has("set")) {
      detail = new ShelfSet(node.get("set").asText(), place(node));
    } else if (node.has("erase")) {
      detail = new Erased(key(node.get("erase")));
    } else if (node.has("eraseAll")) {
      detail = new FileErased(node.get("eraseAll").asLong());
    } else if (node.has("called")) {
      detail = new Called(node.get("called").asText());
    }
    return Optional.ofNullable(detail);
  }

  private static void put(ObjectNode node, String name, RevisionKey revision, Place place) {
    put(node, name, revision);
    put(node, place);
  }

  private static void put(ObjectNode node, String name, RevisionKey revision) {
    node.putArray(name).add(revision.segment()).add(revision.line());
  }

  private static RevisionKey key(JsonNode node) {
    return new RevisionKey(node.get(0).asLong(), node.get(1).asInt());
  }

  private static void put(ObjectNode node, Place place) {
    node.putArray("m").add(place.block()).add(place.line());
  }

  private static Place place(JsonNode node) {
    JsonNode m = node.get("m");
    return new Place(m.get(0).asInt(), m.get(1).asInt());
  }
}
