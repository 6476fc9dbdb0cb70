package org.mendedleaf.core.oracle;

import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;

/** A clock that moves only when told. */
public final class SetClock implements InstantSource {

  private volatile Instant now;

  public SetClock(Instant start) {
    this.now = start;
  }

  @Override
  public Instant instant() {
    return now;
  }

  public void forward(Duration by) {
    now = now.plus(by);
  }
}
