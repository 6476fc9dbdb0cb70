package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.net.ConnectException;
import java.net.SocketTimeoutException;
import java.net.UnknownHostException;
import javax.net.ssl.SSLException;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;

/** What servers answer, as sentences. */
final class Refusals {

  private static final int UNAUTHORIZED = 401;
  private static final int FORBIDDEN = 403;
  private static final int NOT_FOUND = 404;
  private static final int METHOD_NOT_ALLOWED = 405;
  private static final int CONFLICT = 409;
  private static final int GONE = 410;
  private static final int PRECONDITION_FAILED = 412;
  private static final int LOCKED = 423;
  private static final int TOO_MANY = 429;
  private static final int NOT_IMPLEMENTED = 501;
  private static final int NO_ROOM = 507;

  private Refusals() {}

  /**
   * A status that is none of success.
   *
   * @param host that answered
   * @param what it is about, as people name it
   * @param condition that the answer names (RFC 4918, 16), if any
   */
  static StorageException of(String host, String what, int status, String condition) {
    if (condition.equals("held")) {
      return new StorageException(
          Trouble.HELD, "“%s” is held on %s. Nothing was changed.".formatted(what, host));
    }
    if (condition.equals("lacking")) {
      return new StorageException(
          Trouble.LACKING, "%s cannot do this with “%s”.".formatted(host, what));
    }
    return switch (status) {
      case UNAUTHORIZED ->
          new StorageException(
              Trouble.REFUSED,
              "%s does not accept the name or the password. Nothing was changed; enter them again."
                  .formatted(host));
      case FORBIDDEN ->
          new StorageException(
              Trouble.REFUSED,
              "%s does not let you do this with “%s”. Nothing was changed.".formatted(host, what));
      case NOT_FOUND, GONE ->
          new StorageException(
              Trouble.GONE,
              "“%s” is not on %s any more. Nothing was changed.".formatted(what, host));
      case CONFLICT, PRECONDITION_FAILED ->
          new StorageException(
              Trouble.CHANGED,
              "Somebody changed “%s” on %s meanwhile. Nothing was changed; look at the newest state"
                      .formatted(what, host)
                  + " first.");
      case LOCKED ->
          new StorageException(
              Trouble.REFUSED,
              "Somebody has locked “%s” on %s. Nothing was changed; try again later."
                  .formatted(what, host));
      case METHOD_NOT_ALLOWED, NOT_IMPLEMENTED ->
          new StorageException(
              Trouble.LACKING, "%s cannot do this with “%s”.".formatted(host, what));
      case NO_ROOM ->
          new StorageException(
              Trouble.FULL, "%s has no room for “%s”. Nothing was changed.".formatted(host, what));
      default -> broken(host, status);
    };
  }

  private static StorageException broken(String host, int status) {
    boolean mayPass = status >= 500 || status == TOO_MANY;
    return new StorageException(
        mayPass ? Trouble.AWAY : Trouble.REFUSED,
        "%s answers with the error %d. Nothing was changed%s."
            .formatted(host, status, mayPass ? "; try again later" : ""));
  }

  /** No answer came, or not all of it. */
  static StorageException of(String host, IOException e) {
    if (e instanceof SSLException) {
      return new StorageException(
          Trouble.REFUSED,
          "%s cannot show that it is the server that it says. Nothing was sent.".formatted(host),
          e);
    }
    boolean isUnreached = e instanceof ConnectException || e instanceof UnknownHostException;
    String what =
        isUnreached
            ? "%s cannot be reached. Nothing was changed; try again later."
            : e instanceof SocketTimeoutException
                ? "%s did not answer in time. Look at the newest state before trying again."
                : "The connection to %s broke off. Look at the newest state before trying again.";
    return new StorageException(Trouble.AWAY, what.formatted(host), e);
  }
}
