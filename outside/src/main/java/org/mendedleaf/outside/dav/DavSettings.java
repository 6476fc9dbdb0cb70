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
          Asked.KEEPING, Power.SWITCH,
          Asked.MOST_STATES, Power.LIMIT_BY_NUMBER,
          Asked.LONGEST, Power.LIMIT_BY_AGE,
          Asked.IN_BIN, Power.BIN,
          Asked.ROOM, Power.LIMIT_BY_ROOM,
          Asked.SCHEDULE, Power.SCHEDULE,
          Asked.MOST_SNAPSHOTS, Power.SCHEDULE);

  private DavSettings() {}

  static StorageSettings read(Told whole, Powers powers) {
    Kept silent = powers.has(Power.STATES) ? Kept.ON : Kept.NEVER;
    return new StorageSettings(
        whole.text(Asked.KEEPING).flatMap(DavSettings::kept).orElse(silent),
        number(whole, Asked.MOST_STATES),
        whole.duration(Asked.LONGEST),
        whole.duration(Asked.IN_BIN),
        whole.number(Asked.ROOM).map(OptionalLong::of).orElse(OptionalLong.empty()),
        whole.text(Asked.SCHEDULE),
        number(whole, Asked.MOST_SNAPSHOTS));
  }

  private static Optional<Kept> kept(String text) {
    try {
      return Optional.of(Kept.valueOf(text.toUpperCase(Locale.ROOT).replace('-', '_')));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  private static OptionalInt number(Told whole, DavPropertyName name) {
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
        Asked.KEEPING, of.kept().name().toLowerCase(Locale.ROOT).replace('_', '-'),
        Asked.MOST_STATES, of.mostStates().isPresent() ? "" + of.mostStates().getAsInt() : "",
        Asked.LONGEST, of.longest().map(Object::toString).orElse(""),
        Asked.IN_BIN, of.inBin().map(Object::toString).orElse(""),
        Asked.ROOM, of.room().isPresent() ? "" + of.room().getAsLong() : "",
        Asked.SCHEDULE, of.schedule().orElse(""),
        Asked.MOST_SNAPSHOTS,
            of.mostSnapshots().isPresent() ? "" + of.mostSnapshots().getAsInt() : "");
  }
}
