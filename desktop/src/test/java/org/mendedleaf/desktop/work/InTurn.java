package org.mendedleaf.desktop.work;

import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Jobs;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.MendingTray;

/** What presenters work with, without a window: everything is done at once, on the same thread. */
public final class InTurn {

  private InTurn() {}

  /**
   * @param navigator hears where presenters go and what they tell
   */
  public static Context of(TestDesk desk, Navigator navigator) {
    return of(desk, navigator, file -> {});
  }

  /**
   * @param opener of the system's programs
   */
  public static Context of(TestDesk desk, Navigator navigator, SystemOpener opener) {
    return of(desk, navigator, opener, new Background(Runnable::run, Runnable::run));
  }

  /**
   * @param background says when questions are answered
   */
  public static Context of(TestDesk desk, Navigator navigator, Background background) {
    return of(desk, navigator, file -> {}, background);
  }

  private static Context of(
      TestDesk desk, Navigator navigator, SystemOpener opener, Background background) {
    Jobs jobs = new Jobs(background);
    return new Context(
        desk.office(),
        background,
        navigator,
        jobs,
        opener,
        new MendingTray(desk.office(), background),
        new ArrivalList(desk.office(), background, jobs, navigator::complain, admitted -> {}));
  }
}
