package org.mendedleaf.desktop.recording;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.LeftOut;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Captures;
import org.mendedleaf.desktop.work.Context;

/**
 * Shows and changes the settings of a whole shelf; knows no nodes. Properties change on the
 * interface thread.
 */
final class RecordingPresenter {

  private final Context context;
  private final Shelf given;
  private final ReadOnlyObjectWrapper<RecordingView> view = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<Matches> matches = new ReadOnlyObjectWrapper<>();

  RecordingPresenter(Context context, Shelf shelf) {
    this.context = context;
    this.given = shelf;
  }

  /**
   * The state of the page.
   *
   * @param leftOut how many recorded files each pattern leaves out, in their order
   * @param known persons whom the store knows by name
   * @param me the person who acts
   */
  record RecordingView(Shelf shelf, List<Integer> leftOut, List<String> known, String me) {
    boolean mayChange() {
      return shelf.settings().people().roleOf(me) == Role.KEEPER;
    }
  }

  /** The recorded files that a pattern which is being written would leave out. */
  record Matches(String pattern, List<InnerPath> files) {}

  /** Null until it is known. */
  ReadOnlyObjectProperty<RecordingView> viewProperty() {
    return view.getReadOnlyProperty();
  }

  /** Null where no pattern is being written. */
  ReadOnlyObjectProperty<Matches> matchesProperty() {
    return matches.getReadOnlyProperty();
  }

  void refresh() {
    context.ask(this::look, view::set);
  }

  private RecordingView look() throws Exception {
    Shelf shelf = context.office().shelves().byId(given.store(), given.id());
    List<Integer> leftOut = new ArrayList<>();
    for (LeftOut.Rule rule : shelf.settings().leftOut().rules()) {
      leftOut.add(
          context.office().recordingAndPeople().matches(shelf, List.of(rule.pattern())).size());
    }
    return new RecordingView(
        shelf,
        leftOut,
        context.office().recordingAndPeople().known(shelf),
        context.office().settings().person());
  }

  /** Switches on what is off, or pauses what is on. */
  void toggleRecording() {
    Shelf shelf = view.get().shelf();
    boolean on = shelf.settings().recording() != Recording.ON;
    say(
        () -> context.office().recordingAndPeople().recording(shelf, on),
        Words.of(on ? "recording.on.done" : "recording.paused.done", shelf.name()),
        () -> {
          if (on && shelf.folder().isPresent()) {
            new Captures(context).capture(shelf);
          }
        });
  }

  void requireNotes(boolean required) {
    Shelf shelf = view.get().shelf();
    if (required != shelf.settings().noteRequired()) {
      say(() -> context.office().recordingAndPeople().noteRequired(shelf, required), "", () -> {});
    }
  }

  void admit(boolean admits) {
    Shelf shelf = view.get().shelf();
    if (admits != shelf.settings().admits()) {
      say(() -> context.office().recordingAndPeople().admits(shelf, admits), "", () -> {});
    }
  }

  void tellStages(boolean told) {
    Shelf shelf = view.get().shelf();
    if (told != shelf.settings().stages()) {
      say(() -> context.office().recordingAndPeople().stages(shelf, told), "", () -> {});
    }
  }

  /** Finds out what a pattern would leave out, while it is being written. */
  void tryPattern(String pattern) {
    matches.set(null);
    if (pattern.isBlank() || view.get() == null) {
      return;
    }
    context
        .background()
        .ask(
            () ->
                new Matches(
                    pattern,
                    context
                        .office()
                        .recordingAndPeople()
                        .matches(view.get().shelf(), List.of(pattern))),
            matches::set,
            // What cannot be a pattern yet is told when it is to be kept.
            problem -> matches.set(null));
  }

  void leaveOut(String pattern) {
    List<String> patterns = new ArrayList<>(patterns());
    patterns.add(pattern.strip());
    patterns(patterns, Words.of("recording.leftOut.done", pattern.strip()));
  }

  void recordAgain(String pattern) {
    List<String> patterns = new ArrayList<>(patterns());
    patterns.remove(pattern);
    patterns(patterns, Words.of("recording.leftIn.done", pattern));
  }

  private List<String> patterns() {
    return view.get().shelf().settings().leftOut().rules().stream()
        .map(LeftOut.Rule::pattern)
        .toList();
  }

  private void patterns(List<String> patterns, String told) {
    Shelf shelf = view.get().shelf();
    say(
        () -> context.office().recordingAndPeople().leaveOut(shelf, patterns),
        told,
        () -> matches.set(null));
  }

  /**
   * @param role empty to treat the person like everybody else
   */
  void person(String name, Optional<Role> role) {
    Shelf shelf = view.get().shelf();
    say(() -> context.office().recordingAndPeople().person(shelf, name, role), "", () -> {});
  }

  void others(Role role) {
    Shelf shelf = view.get().shelf();
    if (role != shelf.settings().people().others()) {
      say(() -> context.office().recordingAndPeople().others(shelf, role), "", () -> {});
    }
  }

  private void say(Callable<Shelf> saying, String told, Runnable then) {
    context
        .background()
        .ask(
            saying,
            shelf -> {
              if (!told.isEmpty()) {
                context.tell(told);
              }
              context.navigator().refresh();
              then.run();
            },
            problem -> {
              context.navigator().complain(problem);
              // What was clicked stands there as if it had been done.
              view.set(null);
              refresh();
            });
  }
}
