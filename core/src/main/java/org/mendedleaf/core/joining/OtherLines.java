package org.mendedleaf.core.joining;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.function.BiFunction;
import org.mendedleaf.core.catalog.lines.Detail;
import org.mendedleaf.core.catalog.lines.LineContext;
import org.mendedleaf.core.catalog.lines.LineTarget;
import org.mendedleaf.core.catalog.lines.Proposal;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.MetadataFormat;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.ShelfKind;
import org.mendedleaf.core.store.format.ContentRef;

/**
 * Makes proposals of the lines of one commit of the other log. What speaks of something that was
 * not taken over is left out. For one thread.
 */
final class OtherLines implements LineTarget {

  private final Renumbering numbers;
  private final OurSide ours;
  private final TakenContents contents;
  private final Formers formers;
  private final List<Proposal> proposals = new ArrayList<>();
  private final List<InnerPath> unreadable = new ArrayList<>();
  private int erasedHere;

  /** The content that a file has here now, against which the next is compressed. */
  interface Formers {
    Optional<ContentRef> of(OptionalLong file) throws IOException;
  }

  OtherLines(Renumbering numbers, OurSide ours, TakenContents contents, Formers formers) {
    this.numbers = numbers;
    this.ours = ours;
    this.contents = contents;
    this.formers = formers;
  }

  List<Proposal> proposals() {
    return proposals;
  }

  List<InnerPath> unreadable() {
    return unreadable;
  }

  /** How many revisions were left out, since their files were erased here since. */
  int erasedHere() {
    return erasedHere;
  }

  /** Lines about a file that was erased here are left out, even its name. */
  private OptionalLong living(long file) {
    return ours.hasErased(file) ? OptionalLong.empty() : numbers.file(file);
  }

  @Override
  public void revised(Detail.Revised line, LineContext in) throws IOException {
    if (ours.hasErased(line.file())) {
      erasedHere++;
      return;
    }
    JsonNode says = in.metadata(line);
    OptionalLong file = numbers.file(line.file());
    FileState state = MetadataFormat.fileState(says);
    Optional<FileState> taken = contents.take(state, formers.of(file));
    if (taken.isEmpty()) {
      unreadable.add(state.path());
      return;
    }
    OptionalInt from =
        line.from().isPresent()
            ? numbers.number(line.file(), line.from().getAsInt())
            : OptionalInt.empty();
    proposals.add(
        new Proposal.Save(
            file,
            taken.get(),
            line.origin(),
            from,
            true,
            MetadataFormat.arrived(says),
            Optional.of(new Detail.FormerNumber(line.file(), line.number()))));
  }

  @Override
  public void moved(Detail.Moved line, LineContext in) throws IOException {
    FileState state = MetadataFormat.fileState(in.metadata(line));
    living(line.file()).ifPresent(file -> proposals.add(new Proposal.Move(file, state)));
  }

  @Override
  public void touched(Detail.Touched line, LineContext in) throws IOException {
    FileState state = MetadataFormat.fileState(in.metadata(line));
    living(line.file()).ifPresent(file -> proposals.add(new Proposal.Touch(file, state)));
  }

  @Override
  public void removed(Detail.Removed line, LineContext in) {
    numbers.file(line.file()).ifPresent(file -> proposals.add(new Proposal.Remove(file)));
  }

  @Override
  public void folderChanged(Detail.FolderChanged line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    proposals.add(
        line.here()
            ? new Proposal.FolderHere(MetadataFormat.folderState(says))
            : new Proposal.FolderGone(MetadataFormat.path(says)));
  }

  @Override
  public void folderMoved(Detail.FolderMoved line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    proposals.add(
        new Proposal.MoveFolder(MetadataFormat.formerPath(says), MetadataFormat.path(says)));
  }

  @Override
  public void shelfAdded(Detail.ShelfAdded line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    proposals.add(
        new Proposal.NewShelf(
            says.get("name").asText(),
            ShelfKind.of(says.get("kind").asText()),
            says.get("folder").asText()));
  }

  @Override
  public void snapshotTaken(Detail.SnapshotTaken line, LineContext in) throws IOException {
    JsonNode says = in.metadata(line);
    proposals.add(
        new Proposal.TakeSnapshot(
            MetadataFormat.path(says),
            says.path("label").asText(),
            says.path("reason").asText(),
            says.path("cause").asText()));
  }

  @Override
  public void unlabelled(Detail.Unlabelled line, LineContext in) {
    numbers
        .snapshot(line.snapshot())
        .ifPresent(snapshot -> proposals.add(new Proposal.Unlabel(snapshot)));
  }

  @Override
  public void itemDone(Detail.ItemDone line, LineContext in) throws IOException {
    ReceiptItem item = ReceiptItem.decode(in.metadata(line).toString());
    if (item.file().isPresent() && ours.hasErased(item.file().getAsLong())) {
      return;
    }
    OptionalLong file = OptionalLong.empty();
    OptionalInt revision = OptionalInt.empty();
    if (item.file().isPresent()) {
      file = numbers.file(item.file().getAsLong());
      revision =
          item.revision().isPresent()
              ? numbers.number(item.file().getAsLong(), item.revision().getAsInt())
              : OptionalInt.empty();
    }
    proposals.add(
        new Proposal.Item(
            new ReceiptItem(
                item.target(),
                file,
                revision,
                item.outcome(),
                item.bytes(),
                item.why(),
                taken(item.wrote()),
                taken(item.before()))));
  }

  private Optional<FileState> taken(Optional<FileState> state) throws IOException {
    return state.isPresent() ? contents.take(state.get(), Optional.empty()) : Optional.empty();
  }

  @Override
  public void saverFound(Detail.SaverFound line, LineContext in) throws IOException {
    repeat(line, in, Detail.SaverFound::new);
  }

  @Override
  public void summed(Detail.Summed line, LineContext in) throws IOException {
    repeat(line, in, Detail.Summed::new);
  }

  /** What was screened there is screened again here: a finding may name another file. */
  @Override
  public void screened(Detail.Screened line, LineContext in) {}

  @Override
  public void doubted(Detail.Doubted line, LineContext in) {}

  @Override
  public void meant(Detail.Meant line, LineContext in) throws IOException {
    repeat(line, in, Detail.Meant::new);
  }

  /** Likewise what many files met with at once, and then it is for a person here to decide. */
  @Override
  public void massHappened(Detail.MassHappened line, LineContext in) {}

  @Override
  public void massDecided(Detail.MassDecided line, LineContext in) {}

  @Override
  public void noted(Detail.Noted line, LineContext in) throws IOException {
    repeat(line, in, Detail.Noted::new);
  }

  @Override
  public void held(Detail.Held line, LineContext in) throws IOException {
    repeat(line, in, Detail.Held::new);
  }

  @Override
  public void markedGood(Detail.MarkedGood line, LineContext in) throws IOException {
    repeat(line, in, (of, at) -> new Detail.MarkedGood(of, line.isGood()));
  }

  @Override
  public void released(Detail.Released line, LineContext in) throws IOException {
    repeat(line, in, (of, at) -> new Detail.Released(of));
  }

  @Override
  public void noticed(Detail.Noticed line, LineContext in) throws IOException {
    repeat(line, in, (of, at) -> new Detail.Noticed(of, line.until(), line.cause()));
  }

  @Override
  public void offNotice(Detail.OffNotice line, LineContext in) throws IOException {
    repeat(line, in, (of, at) -> new Detail.OffNotice(of));
  }

  private void repeat(
      Detail.OfRevision line,
      LineContext in,
      BiFunction<RevisionKey, Detail.MetadataPlace, Detail> says)
      throws IOException {
    Optional<RevisionKey> revision = numbers.revision(line.revision());
    if (revision.isPresent()) {
      proposals.add(new Proposal.Repeated(text(line, in), at -> says.apply(revision.get(), at)));
    }
  }

  private static Optional<String> text(Detail line, LineContext in) throws IOException {
    return line instanceof Detail.WithMetadata with
        ? Optional.of(in.metadata(with).toString())
        : Optional.empty();
  }

  @Override
  public void described(Detail.Described line, LineContext in) throws IOException {
    OptionalLong file = living(line.file());
    if (file.isPresent()) {
      proposals.add(
          new Proposal.Repeated(text(line, in), at -> new Detail.Described(file.getAsLong(), at)));
    }
  }

  /** What was set here since counts; it was set knowing of this log alone. */
  @Override
  public void shelfSet(Detail.ShelfSet line, LineContext in) throws IOException {
    // A shelf that begins with this has no number here yet.
    boolean begins = in.header().act() == Act.SHELF;
    OptionalLong shelf = numbers.shelf(in.shelf());
    if (begins || (shelf.isPresent() && !ours.hasSet(shelf.getAsLong(), line.what()))) {
      proposals.add(
          new Proposal.Repeated(text(line, in), at -> new Detail.ShelfSet(line.what(), at)));
    }
  }

  @Override
  public void issued(Detail.Issued line, LineContext in) {
    Optional<RevisionKey> revision = numbers.revision(line.revision());
    OptionalLong file = numbers.file(line.file());
    if (revision.isPresent() && file.isPresent()) {
      proposals.add(new Proposal.Issue(revision.get(), file.getAsLong()));
    }
  }

  /** Both count for a while where both were set, see Safeguards; neither loosens at once. */
  @Override
  public void safeguarded(Detail.Safeguarded line, LineContext in) {
    if (!ours.hasSafeguarded()) {
      proposals.add(new Proposal.SetSafeguards(line.least(), line.delay()));
    }
  }

  @Override
  public void drilled(Detail.Drilled line, LineContext in) {
    proposals.add(new Proposal.Whole(line));
  }

  // Erasures are not repeated: what they took away there may be meant to stay here.

  @Override
  public void erased(Detail.Erased line, LineContext in) {}

  @Override
  public void fileErased(Detail.FileErased line, LineContext in) {}

  @Override
  public void called(Detail.Called line, LineContext in) {}
}
