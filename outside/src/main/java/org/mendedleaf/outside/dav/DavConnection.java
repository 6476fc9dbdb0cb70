package org.mendedleaf.outside.dav;

import java.io.InterruptedIOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.apache.http.Header;
import org.apache.http.client.config.RequestConfig;
import org.apache.http.impl.client.CloseableHttpClient;
import org.apache.http.impl.client.HttpClients;
import org.apache.http.message.BasicHeader;

/**
 * How a server is reached.
 *
 * @param folder the address of a folder on it, http or https
 * @param login who one is there, if that is asked for; never shown
 * @param patience how long a connection, or the next piece of an answer, may take
 */
public record DavConnection(URI folder, Optional<Login> login, Duration patience) {

  /** A name and a password (RFC 7617). */
  public record Login(String name, String password) {
    /** Without the password, which no log may have. */
    @Override
    public String toString() {
      return name;
    }
  }

  private static final int AT_ONCE = 8;

  /** Opens it; nothing is asked yet. */
  public DavStorage open() {
    return open(
        time -> {
          try {
            Thread.sleep(time.toMillis());
          } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new InterruptedIOException();
          }
        });
  }

  DavStorage open(DavCalls.Pause pause) {
    int millis = Math.toIntExact(patience.toMillis());
    RequestConfig config =
        RequestConfig.custom()
            .setConnectTimeout(millis)
            .setConnectionRequestTimeout(millis)
            .setSocketTimeout(millis)
            .build();
    CloseableHttpClient client =
        HttpClients.custom()
            .setDefaultRequestConfig(config)
            .setDefaultHeaders(login.map(DavConnection::header).map(List::of).orElse(List.of()))
            .setMaxConnPerRoute(AT_ONCE)
            .setMaxConnTotal(AT_ONCE)
            .disableAutomaticRetries()
            .disableCookieManagement()
            .disableRedirectHandling()
            .build();
    return new DavStorage(new DavCalls(folder, client, pause), DavTold.path(folder.toString()));
  }

  private static Header header(Login login) {
    byte[] said = (login.name() + ":" + login.password()).getBytes(StandardCharsets.UTF_8);
    return new BasicHeader("Authorization", "Basic " + Base64.getEncoder().encodeToString(said));
  }
}
