package org.mendedleaf.core.session;

import java.nio.file.Path;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.capture.FileTimes;
import org.mendedleaf.core.capture.Owners;
import org.mendedleaf.core.drive.Places;
import org.mendedleaf.core.store.format.StoreParameters;

/**
 * The injected surroundings of an office.
 *
 * @param home the application's data on this desk
 * @param clock what time it is
 * @param zone in which dates and times of day are meant
 * @param fileTimes what files' times mean on that clock
 * @param places what stores' places can do
 * @param person who acts
 * @param parameters for stores that are made
 * @param workers how many threads hash at once
 * @param keys of encrypted stores
 */
public record OfficeSettings(
    Path home,
    InstantSource clock,
    ZoneId zone,
    RandomGenerator random,
    Owners owners,
    FileTimes fileTimes,
    Places places,
    String person,
    StoreParameters parameters,
    int workers,
    KeyRing keys) {

  /** The same with no keys so far. */
  public OfficeSettings(
      Path home,
      InstantSource clock,
      ZoneId zone,
      RandomGenerator random,
      Owners owners,
      FileTimes fileTimes,
      Places places,
      String person,
      StoreParameters parameters,
      int workers) {
    this(
        home,
        clock,
        zone,
        random,
        owners,
        fileTimes,
        places,
        person,
        parameters,
        workers,
        new KeyRing());
  }

  /** The real clock, zone and user of this machine. */
  public static OfficeSettings ofThisMachine(Path home) {
    return new OfficeSettings(
        home,
        InstantSource.system(),
        ZoneId.systemDefault(),
        new java.security.SecureRandom(),
        Owners.FILE_SYSTEM,
        FileTimes.AS_THEY_ARE,
        Places.TRIED_OUT,
        System.getProperty("user.name"),
        StoreParameters.STANDARD,
        Runtime.getRuntime().availableProcessors());
  }

  public OfficeSettings withClock(InstantSource other) {
    return new OfficeSettings(
        home,
        other,
        zone,
        random,
        owners,
        fileTimes,
        places,
        person,
        parameters.forTrial(),
        workers,
        keys);
  }

  /** The same for another desk. */
  public OfficeSettings withHome(Path other) {
    return new OfficeSettings(
        other, clock, zone, random, owners, fileTimes, places, person, parameters, workers, keys);
  }

  public OfficeSettings withPerson(String other) {
    return new OfficeSettings(
        home, clock, zone, random, owners, fileTimes, places, other, parameters, workers, keys);
  }

  public OfficeSettings withKeys(KeyRing other) {
    return new OfficeSettings(
        home, clock, zone, random, owners, fileTimes, places, person, parameters, workers, other);
  }
}
