package org.mendedleaf.desktop.frame;

import java.util.List;
import java.util.Optional;
import org.mendedleaf.core.history.Revision;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;
import org.mendedleaf.desktop.work.navigation.Place;
import org.mendedleaf.desktop.work.picks.ArrivalList.Admitted;

/** Says which arrivals became revisions automatically, with the way to take that back. */
final class CameIn {

  private final Context context;

  CameIn(Context context) {
    this.context = context;
  }

  void tell(List<Admitted> admitted) {
    Admitted first = admitted.get(0);
    context.navigator().refresh();
    context
        .navigator()
        .tell(
            Words.count(
                "arrivals.admitted",
                admitted.size(),
                first.file().getFileName(),
                Revision.numbered(first.done().brought().revision()),
                first.onto().file().path().shown()),
            () -> takeBack(admitted),
            Words.of("bringIn.show"),
            () -> context.go(new Place.OneFile(first.done().file(), Optional.empty())));
  }

  private void takeBack(List<Admitted> admitted) {
    context.ask(
        () -> {
          for (Admitted one : admitted) {
            var unused =
                context
                    .office()
                    .files()
                    .undo(one.done().file().store(), one.done().brought().act());
          }
          return true;
        },
        done -> {
          context.tell(Words.of("recovered.undone"));
          context.navigator().refresh();
        });
  }
}
