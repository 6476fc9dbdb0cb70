package org.mendedleaf.core.catalog.lines;

import static java.util.function.Function.identity;
import static java.util.stream.Collectors.toUnmodifiableMap;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.BiConsumer;
import java.util.function.Function;
import org.mendedleaf.core.catalog.lines.Detail.Called;
import org.mendedleaf.core.catalog.lines.Detail.Described;
import org.mendedleaf.core.catalog.lines.Detail.Doubted;
import org.mendedleaf.core.catalog.lines.Detail.Drilled;
import org.mendedleaf.core.catalog.lines.Detail.Erased;
import org.mendedleaf.core.catalog.lines.Detail.FileErased;
import org.mendedleaf.core.catalog.lines.Detail.FolderChanged;
import org.mendedleaf.core.catalog.lines.Detail.FolderMoved;
import org.mendedleaf.core.catalog.lines.Detail.Held;
import org.mendedleaf.core.catalog.lines.Detail.Issued;
import org.mendedleaf.core.catalog.lines.Detail.ItemDone;
import org.mendedleaf.core.catalog.lines.Detail.MarkedGood;
import org.mendedleaf.core.catalog.lines.Detail.MassDecided;
import org.mendedleaf.core.catalog.lines.Detail.MassHappened;
import org.mendedleaf.core.catalog.lines.Detail.Meant;
import org.mendedleaf.core.catalog.lines.Detail.Moved;
import org.mendedleaf.core.catalog.lines.Detail.Noted;
import org.mendedleaf.core.catalog.lines.Detail.Noticed;
import org.mendedleaf.core.catalog.lines.Detail.OffNotice;
import org.mendedleaf.core.catalog.lines.Detail.Released;
import org.mendedleaf.core.catalog.lines.Detail.Removed;
import org.mendedleaf.core.catalog.lines.Detail.Revised;
import org.mendedleaf.core.catalog.lines.Detail.Safeguarded;
import org.mendedleaf.core.catalog.lines.Detail.SaverFound;
import org.mendedleaf.core.catalog.lines.Detail.Screened;
import org.mendedleaf.core.catalog.lines.Detail.ShelfAdded;
import org.mendedleaf.core.catalog.lines.Detail.ShelfSet;
import org.mendedleaf.core.catalog.lines.Detail.SnapshotTaken;
import org.mendedleaf.core.catalog.lines.Detail.Summed;
import org.mendedleaf.core.catalog.lines.Detail.Touched;
import org.mendedleaf.core.catalog.lines.Detail.Unlabelled;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;
import org.mendedleaf.core.store.format.StoreFormatException;
import org.mendedleaf.core.store.log.Segment;

/**
 * All kinds of lines after the first of a segment. {@code m} is [position of the block in the
 * header, line in the block].
 *
 * <pre>
 * {"revision":FILE,"n":NUMBER,"origin":WORD,"from"?:NUMBER,"was"?:[FILE,NUMBER],"m":[b,l]}
 * {"move":FILE,"m":[b,l]}      {"touch":FILE,"m":[b,l]}     {"remove":FILE}
 * {"folder":"here","m":[b,l]}  {"folder":"gone","m":[b,l]}  {"folder":"moved","m":[b,l]}
 * {"shelf":SHELF,"m":[b,l]}    {"saver":[SEGMENT,LINE],"m":[b,l]}
 * {"summary":[SEGMENT,LINE],"m":[b,l]}
 * {"screened":SEGMENT}  {"doubt":[SEGMENT,LINE],"m":[b,l]}  {"meant":[SEGMENT,LINE],"m":[b,l]}
 * {"event":SEGMENT,"last":SEGMENT,"shelf":SHELF,"damaged":NUMBER,"scrambled":NUMBER,"removed":NUMBER}
 * {"decided":SEGMENT,"shelf":SHELF,"m":[b,l]}
 * {"snapshot":SNAPSHOT,"m":[b,l]}  {"unlabel":SNAPSHOT}
 * {"item":NUMBER,"m":[b,l]}
 * {"note":[SEGMENT,LINE],"m":[b,l]}
 * {"good":[SEGMENT,LINE],"is":BOOLEAN}
 * {"hold":[SEGMENT,LINE],"m":[b,l]}  {"release":[SEGMENT,LINE]}
 * {"notice":[SEGMENT,LINE],"until":INSTANT,"byHand":BOOLEAN,"erase"?:BOOLEAN,"named"?:BOOLEAN}
 * {"offNotice":[SEGMENT,LINE]}
 * {"describe":FILE,"m":[b,l]}
 * {"set":WORD,"m":[b,l]}       {"issue":[SEGMENT,LINE],"file":FILE,"letter":NUMBER}
 * {"erase":[SEGMENT,LINE]}     {"eraseAll":FILE}     {"called":TEXT}
 * {"safeguards":SPAN,"delay":SPAN}
 * {"drill":SAMPLED,"of":NUMBER,"opened":NUMBER,"bytes":NUMBER,"millis":NUMBER,"full":NUMBER}
 * </pre>
 */
public final class LineKinds {

  private static final List<LineKind<?>> ALL =
      List.of(
          kind(
              "revision",
              Revised.class,
              (line, to) -> {
                to.put("revision", line.file()).put("n", line.number());
                to.put("origin", line.origin().word()).put("from", line.from());
                line.was().ifPresent(was -> to.put("was", was));
                to.put(line.at());
              },
              from ->
                  new Revised(
                      from.number("revision"),
                      from.small("n"),
                      Origin.of(from.text("origin")),
                      from.maybe("from"),
                      from.former("was"),
                      from.place()),
              LineTarget::revised),
          kind(
              "move",
              Moved.class,
              (line, to) -> to.put("move", line.file()).put(line.at()),
              from -> new Moved(from.number("move"), from.place()),
              LineTarget::moved),
          kind(
              "touch",
              Touched.class,
              (line, to) -> to.put("touch", line.file()).put(line.at()),
              from -> new Touched(from.number("touch"), from.place()),
              LineTarget::touched),
          kind(
              "remove",
              Removed.class,
              (line, to) -> to.put("remove", line.file()),
              from -> new Removed(from.number("remove")),
              LineTarget::removed),
          kind(
              "folder",
              FolderChanged.class,
              (line, to) -> to.put("folder", line.here() ? "here" : "gone").put(line.at()),
              LineKinds::folder,
              LineTarget::folderChanged),
          kind(
              "folder",
              FolderMoved.class,
              (line, to) -> to.put("folder", "moved").put(line.at()),
              LineKinds::folder,
              LineTarget::folderMoved),
          kind(
              "shelf",
              ShelfAdded.class,
              (line, to) -> to.put("shelf", line.shelf()).put(line.at()),
              from -> new ShelfAdded(from.number("shelf"), from.place()),
              LineTarget::shelfAdded),
          kind(
              "saver",
              SaverFound.class,
              (line, to) -> to.put("saver", line.revision()).put(line.at()),
              from -> new SaverFound(from.revision("saver"), from.place()),
              LineTarget::saverFound),
          kind(
              "summary",
              Summed.class,
              (line, to) -> to.put("summary", line.revision()).put(line.at()),
              from -> new Summed(from.revision("summary"), from.place()),
              LineTarget::summed),
          kind(
              "screened",
              Screened.class,
              (line, to) -> to.put("screened", line.segment()),
              from -> new Screened(from.number("screened")),
              LineTarget::screened),
          kind(
              "doubt",
              Doubted.class,
              (line, to) -> to.put("doubt", line.revision()).put(line.at()),
              from -> new Doubted(from.revision("doubt"), from.place()),
              LineTarget::doubted),
          kind(
              "meant",
              Meant.class,
              (line, to) -> to.put("meant", line.revision()).put(line.at()),
              from -> new Meant(from.revision("meant"), from.place()),
              LineTarget::meant),
          kind(
              "event",
              MassHappened.class,
              (line, to) ->
                  to.put("event", line.first())
                      .put("last", line.last())
                      .put("shelf", line.shelf())
                      .put("damaged", line.damaged())
                      .put("scrambled", line.scrambled())
                      .put("removed", line.removed()),
              from ->
                  new MassHappened(
                      from.number("event"),
                      from.number("last"),
                      from.number("shelf"),
                      from.small("damaged"),
                      from.small("scrambled"),
                      from.small("removed")),
              LineTarget::massHappened),
          kind(
              "decided",
              MassDecided.class,
              (line, to) ->
                  to.put("decided", line.first()).put("shelf", line.shelf()).put(line.at()),
              from -> new MassDecided(from.number("decided"), from.number("shelf"), from.place()),
              LineTarget::massDecided),
          kind(
              "snapshot",
              SnapshotTaken.class,
              (line, to) -> to.put("snapshot", line.snapshot()).put(line.at()),
              from -> new SnapshotTaken(from.number("snapshot"), from.place()),
              LineTarget::snapshotTaken),
          kind(
              "unlabel",
              Unlabelled.class,
              (line, to) -> to.put("unlabel", line.snapshot()),
              from -> new Unlabelled(from.number("unlabel")),
              LineTarget::unlabelled),
          kind(
              "item",
              ItemDone.class,
              (line, to) -> to.put("item", line.number()).put(line.at()),
              from -> new ItemDone(from.number("item"), from.place()),
              LineTarget::itemDone),
          kind(
              "note",
              Noted.class,
              (line, to) -> to.put("note", line.revision()).put(line.at()),
              from -> new Noted(from.revision("note"), from.place()),
              LineTarget::noted),
          kind(
              "good",
              MarkedGood.class,
              (line, to) -> to.put("good", line.revision()).put("is", line.isGood()),
              from -> new MarkedGood(from.revision("good"), from.is("is")),
              LineTarget::markedGood),
          kind(
              "hold",
              Held.class,
              (line, to) -> to.put("hold", line.revision()).put(line.at()),
              from -> new Held(from.revision("hold"), from.place()),
              LineTarget::held),
          kind(
              "release",
              Released.class,
              (line, to) -> to.put("release", line.revision()),
              from -> new Released(from.revision("release")),
              LineTarget::released),
          kind(
              "notice",
              Noticed.class,
              (line, to) -> {
                to.put("notice", line.revision()).put("until", line.until().toString());
                to.put("byHand", line.cause().byHand());
                // A program that knows of no delayed erasing takes these as let go by hand.
                if (line.cause().isErasure()) {
                  to.put("erase", true).put("named", line.cause() == NoticeCause.ERASURE_NAMED);
                }
              },
              from -> new Noticed(from.revision("notice"), from.time("until"), cause(from)),
              LineTarget::noticed),
          kind(
              "offNotice",
              OffNotice.class,
              (line, to) -> to.put("offNotice", line.revision()),
              from -> new OffNotice(from.revision("offNotice")),
              LineTarget::offNotice),
          kind(
              "describe",
              Described.class,
              (line, to) -> to.put("describe", line.file()).put(line.at()),
              from -> new Described(from.number("describe"), from.place()),
              LineTarget::described),
          kind(
              "set",
              ShelfSet.class,
              (line, to) -> to.put("set", line.what()).put(line.at()),
              from -> new ShelfSet(from.text("set"), from.place()),
              LineTarget::shelfSet),
          kind(
              "issue",
              Issued.class,
              (line, to) ->
                  to.put("issue", line.revision())
                      .put("file", line.file())
                      .put("letter", line.letter()),
              from -> new Issued(from.revision("issue"), from.number("file"), from.small("letter")),
              LineTarget::issued),
          kind(
              "erase",
              Erased.class,
              (line, to) -> to.put("erase", line.revision()),
              from -> new Erased(from.revision("erase")),
              LineTarget::erased),
          kind(
              "eraseAll",
              FileErased.class,
              (line, to) -> to.put("eraseAll", line.file()),
              from -> new FileErased(from.number("eraseAll")),
              LineTarget::fileErased),
          kind(
              "called",
              Called.class,
              (line, to) -> to.put("called", line.name()),
              from -> new Called(from.text("called")),
              LineTarget::called),
          kind(
              "safeguards",
              Safeguarded.class,
              (line, to) -> to.put("safeguards", line.least()).put("delay", line.delay()),
              from -> new Safeguarded(from.text("safeguards"), from.text("delay")),
              LineTarget::safeguarded),
          kind(
              "drill",
              Drilled.class,
              (line, to) -> to.put(line.figures()),
              from -> new Drilled(from.figures()),
              LineTarget::drilled));

  // Two kinds share the word "folder", and one way to be read.
  private static final Map<String, LineKind<?>> BY_WORD =
      ALL.stream().collect(toUnmodifiableMap(LineKind::word, identity(), (one, same) -> one));
  private static final Map<Class<?>, LineKind<?>> BY_TYPE =
      ALL.stream().collect(toUnmodifiableMap(LineKind::type, identity()));

  private LineKinds() {}

  private static <D extends Detail> LineKind<D> kind(
      String word,
      Class<D> type,
      BiConsumer<D, LineFields> write,
      Function<LineFields, Detail> read,
      LineKind.Application<D> apply) {
    return new LineKind<>(word, type, write, read, apply);
  }

  private static Detail folder(LineFields from) {
    String what = from.text("folder");
    return what.equals("moved")
        ? new FolderMoved(from.place())
        : new FolderChanged(what.equals("here"), from.place());
  }

  private static NoticeCause cause(LineFields from) {
    if (from.isSaid("erase")) {
      return from.isSaid("named") ? NoticeCause.ERASURE_NAMED : NoticeCause.ERASURE;
    }
    return from.is("byHand") ? NoticeCause.HAND : NoticeCause.PLAN;
  }

  /** The line of the log. */
  public static String encode(Detail detail) {
    LineFields to = new LineFields();
    write(of(detail), detail, to);
    return to.text();
  }

  private static <D extends Detail> void write(LineKind<D> kind, Detail detail, LineFields to) {
    kind.write().accept(kind.type().cast(detail), to);
  }

  /**
   * Reads a line.
   *
   * @throws StoreFormatException if a newer program wrote it: what a line means that this one does
   *     not know could change what the others say
   */
  public static Detail decode(String line) throws StoreFormatException {
    ObjectNode node = (ObjectNode) MetadataFormat.parse(line);
    String word = node.isEmpty() ? "" : node.fieldNames().next();
    LineKind<?> kind = BY_WORD.get(word);
    if (kind == null) {
      throw new StoreFormatException(
          "The store has a line in its log that this program does not know: “%s”. Nothing was changed; a newer Mended Leaf can read it."
              .formatted(word));
    }
    return kind.read().apply(new LineFields(node));
  }

  /** All lines of a segment after the first. */
  public static List<Detail> details(Segment segment) throws StoreFormatException {
    List<Detail> details = new ArrayList<>();
    for (String line : segment.lines().subList(1, segment.lines().size())) {
      details.add(decode(line));
    }
    return details;
  }

  /** Tells a line to what is made of the log. */
  public static void apply(Detail detail, LineContext in, LineTarget target) throws IOException {
    tell(of(detail), detail, in, target);
  }

  private static <D extends Detail> void tell(
      LineKind<D> kind, Detail detail, LineContext in, LineTarget target) throws IOException {
    kind.apply().tell(target, kind.type().cast(detail), in);
  }

  private static LineKind<?> of(Detail detail) {
    return Objects.requireNonNull(BY_TYPE.get(detail.getClass()), detail.getClass()::getName);
  }
}
