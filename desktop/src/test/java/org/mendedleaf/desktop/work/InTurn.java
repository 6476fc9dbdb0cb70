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
    Background inTurn = new Background(Runnable::run, Runnable::run);
    Jobs jobs = new Jobs(inTurn);
    return new Context(
        desk.office(),
        inTurn,
        navigator,
        jobs,
        file -> {},
        new MendingTray(desk.office(), inTurn),
        new ArrivalList(desk.office(), inTurn, jobs, navigator::complain, admitted -> {}));
  }
}
