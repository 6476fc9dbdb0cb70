package org.mendedleaf.outside.dav;

import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.DefaultDavProperty;
import org.mendedleaf.core.outside.Power;
import org.mendedleaf.core.outside.Powers;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageSettings;
import org.mendedleaf.core.outside.StorageSettings.Kept;

/** Settings as properties of the whole. */
final class DavSettings {

  private static final Map<DavPropertyName, Power> NEEDED =
      Map.of(
          DavNames.KEEPING, Power.SWITCH,
          DavNames.MOST_STATES, Power.LIMIT_BY_NUMBER,
          DavNames.LONGEST, Power.LIMIT_BY_AGE,
          DavNames.IN_BIN, Power.BIN,
          DavNames.ROOM, Power.LIMIT_BY_ROOM,
          DavNames.SCHEDULE, Power.SCHEDULE,
          DavNames.MOST_SNAPSHOTS, Power.SCHEDULE);

  private DavSettings() {}

  static StorageSettings read(DavTold whole, Powers powers) {
    Kept silent = powers.has(Power.STATES) ? Kept.ON : Kept.NEVER;
    return new StorageSettings(
        whole.text(DavNames.KEEPING).flatMap(DavSettings::kept).orElse(silent),
        number(whole, DavNames.MOST_STATES),
        whole.duration(DavNames.LONGEST),
        whole.duration(DavNames.IN_BIN),
        whole.number(DavNames.ROOM).map(OptionalLong::of).orElse(OptionalLong.empty()),
        whole.text(DavNames.SCHEDULE),
        number(whole, DavNames.MOST_SNAPSHOTS));
  }

  private static Optional<Kept> kept(String text) {
    try {
      return Optional.of(Kept.valueOf(text.toUpperCase(Locale.ROOT).replace('-', '_')));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private static OptionalInt number(DavTold whole, DavPropertyName name) {
    return whole
        .number(name)
        .map(value -> OptionalInt.of(value.intValue()))
        .orElse(OptionalInt.empty());
  }

  /**
   * What has to be set.
   *
   * @throws StorageException LACKING if one of it cannot be
   */
  static DavPropertySet changes(StorageSettings seen, StorageSettings wanted, Powers powers)
      throws StorageException {
    Map<DavPropertyName, String> before = texts(seen);
    Map<DavPropertyName, String> after = texts(wanted);
    DavPropertySet changes = new DavPropertySet();
    for (Map.Entry<DavPropertyName, Power> one : NEEDED.entrySet()) {
      String text = after.get(one.getKey());
      if (!Objects.equals(before.get(one.getKey()), text)) {
        powers.need(one.getValue());
        changes.add(new DefaultDavProperty<>(one.getKey(), text));
      }
    }
    return changes;
  }

  private static Map<DavPropertyName, String> texts(StorageSettings of) {
    return Map.of(
        DavNames.KEEPING, of.kept().name().toLowerCase(Locale.ROOT).replace('_', '-'),
        DavNames.MOST_STATES, of.mostStates().isPresent() ? "" + of.mostStates().getAsInt() : "",
        DavNames.LONGEST, of.longest().map(Object::toString).orElse(""),
        DavNames.IN_BIN, of.inBin().map(Object::toString).orElse(""),
        DavNames.ROOM, of.room().isPresent() ? "" + of.room().getAsLong() : "",
        DavNames.SCHEDULE, of.schedule().orElse(""),
        DavNames.MOST_SNAPSHOTS,
            of.mostSnapshots().isPresent() ? "" + of.mostSnapshots().getAsInt() : "");
  }
}
