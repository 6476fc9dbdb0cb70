package org.mendedleaf.desktop.work;

import java.time.Instant;
import java.time.ZoneId;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.desktop.work.jobs.Background;
import org.mendedleaf.desktop.work.jobs.Jobs;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.picks.ArrivalList;
import org.mendedleaf.desktop.work.picks.MendingTray;

/**
 * What every page needs.
 *
 * @param office never called on the interface thread
 */
public record Context(
    Office office,
    Background background,
    Navigator navigator,
    Jobs jobs,
    SystemOpener opener,
    MendingTray tray,
    ArrivalList arrivals) {

  /** What time it is in this office. */
  public Instant now() {
    return office.settings().clock().instant();
  }

  public ZoneId zone() {
    return office.settings().zone();
  }
}
