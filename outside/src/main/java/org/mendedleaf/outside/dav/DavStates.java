package org.mendedleaf.outside.dav;

import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.outside.Checksum;
import org.mendedleaf.core.outside.OutsideFile;
import org.mendedleaf.core.outside.OutsideSnapshot;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.StateId;

/** States and files as servers tell of them. A state is known by the path of its address. */
final class DavStates {

  private DavStates() {}

  /** A version, or the content of a file that has none. */
  static State state(DavTold told, StateId id) {
    Optional<Instant> modified = told.time(DavPropertyName.GETLASTMODIFIED);
    Instant at = told.time(DavPropertyName.CREATIONDATE).or(() -> modified).orElse(Instant.EPOCH);
    return new State(
        id,
        told.number(DavNames.NUMBER)
            .map(number -> OptionalInt.of(number.intValue()))
            .orElse(OptionalInt.empty()),
        at,
        Optional.empty(),
        told.number(DavPropertyName.GETCONTENTLENGTH).orElse(0L),
        told.text(DavNames.CREATOR),
        told.text(DavNames.COMMENT),
        told.isTrue(DavNames.DRAFT),
        told.isTrue(DavNames.HELD),
        told.text(DavNames.SHA_256).map(hex -> new Checksum("SHA-256", hex)));
  }

  /**
   * The state that a file has now. Without versions it is known by its tag, so that another content
   * is another state.
   */
  static State newest(DavTold file) {
    return state(
        file,
        new StateId(
            file.address(DavNames.CHECKED_IN)
                .or(() -> file.text(DavPropertyName.GETETAG))
                .orElseGet(
                    () ->
                        file.text(DavPropertyName.GETLASTMODIFIED).orElse("")
                            + " "
                            + file.number(DavPropertyName.GETCONTENTLENGTH).orElse(0L))));
  }

  static OutsideFile file(InnerPath path, DavTold file) {
    return new OutsideFile(path, newest(file), Optional.empty());
  }

  /** A removed file, of which its history tells. */
  static Optional<OutsideFile> removed(InnerPath path, DavTold history) {
    return history
        .address(DavNames.NEWEST)
        .map(
            newest ->
                new OutsideFile(
                    path,
                    state(history, new StateId(newest)),
                    Optional.of(
                        new OutsideFile.Hidden(
                            history.time(DavNames.REMOVED_AT).orElse(Instant.EPOCH),
                            history.text(DavNames.REMOVED_BY),
                            history.time(DavNames.GONE_AT)))));
  }

  static OutsideSnapshot snapshot(DavTold told) {
    return new OutsideSnapshot(
        told.path(),
        told.time(DavPropertyName.CREATIONDATE).orElse(Instant.EPOCH),
        told.text(DavPropertyName.DISPLAYNAME),
        told.says(DavNames.CAUSE) && told.text(DavNames.CAUSE).isPresent());
  }
}
