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
  static State state(Told told, StateId id) {
    Optional<Instant> modified = told.time(DavPropertyName.GETLASTMODIFIED);
    Instant at = told.time(DavPropertyName.CREATIONDATE).or(() -> modified).orElse(Instant.EPOCH);
    return new State(
        id,
        told.number(Asked.NUMBER)
            .map(number -> OptionalInt.of(number.intValue()))
            .orElse(OptionalInt.empty()),
        at,
        Optional.empty(),
        told.number(DavPropertyName.GETCONTENTLENGTH).orElse(0L),
        told.text(Asked.CREATOR),
        told.text(Asked.COMMENT),
        told.isTrue(Asked.DRAFT),
        told.isTrue(Asked.HELD),
        told.text(Asked.SHA_256).map(hex -> new Checksum("SHA-256", hex)));
  }

  /**
   * The state that a file has now. Without versions it is known by its tag, so that another content
   * is another state.
   */
  static State newest(Told file) {
    return state(
        file,
        new StateId(
            file.address(Asked.CHECKED_IN)
                .or(() -> file.text(DavPropertyName.GETETAG))
                .orElseGet(
                    () ->
                        file.text(DavPropertyName.GETLASTMODIFIED).orElse("")
                            + " "
                            + file.number(DavPropertyName.GETCONTENTLENGTH).orElse(0L))));
  }

  static OutsideFile file(InnerPath path, Told file) {
    return new OutsideFile(path, newest(file), Optional.empty());
  }

  /** A removed file, of which its history tells. */
  static Optional<OutsideFile> removed(InnerPath path, Told history) {
    return history
        .address(Asked.NEWEST)
        .map(
            newest ->
                new OutsideFile(
                    path,
                    state(history, new StateId(newest)),
                    Optional.of(
                        new OutsideFile.Hidden(
                            history.time(Asked.REMOVED_AT).orElse(Instant.EPOCH),
                            history.text(Asked.REMOVED_BY),
                            history.time(Asked.GONE_AT)))));
  }

  static OutsideSnapshot snapshot(Told told) {
    return new OutsideSnapshot(
        told.path(),
        told.time(DavPropertyName.CREATIONDATE).orElse(Instant.EPOCH),
        told.text(DavPropertyName.DISPLAYNAME),
        told.says(Asked.CAUSE) && told.text(Asked.CAUSE).isPresent());
  }
}
