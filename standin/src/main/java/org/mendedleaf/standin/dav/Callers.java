package org.mendedleaf.standin.dav;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Map;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.DavSessionProvider;
import org.apache.jackrabbit.webdav.WebdavRequest;
import org.jspecify.annotations.Nullable;

/** Who may come in: anybody, or those with a password (RFC 7617). */
final class Callers implements DavSessionProvider {

  private static final String BASIC = "Basic ";

  private final Map<String, String> passwords;

  /**
   * @param passwords by names; none lets anybody in
   */
  Callers(Map<String, String> passwords) {
    this.passwords = Map.copyOf(passwords);
  }

  @Override
  public boolean attachSession(WebdavRequest request) throws DavException {
    request.setDavSession(new Caller(caller(request.getHeader("Authorization"))));
    return true;
  }

  private @Nullable String caller(@Nullable String header) throws DavException {
    if (header == null || !header.startsWith(BASIC)) {
      if (passwords.isEmpty()) {
        return null;
      }
      throw new DavException(DavServletResponse.SC_UNAUTHORIZED);
    }
    String said;
    try {
      byte[] bytes = Base64.getDecoder().decode(header.substring(BASIC.length()).trim());
      said = new String(bytes, StandardCharsets.UTF_8);
    } catch (IllegalArgumentException e) {
      throw new DavException(DavServletResponse.SC_UNAUTHORIZED);
    }
    int colon = said.indexOf(':');
    String name = colon < 0 ? said : said.substring(0, colon);
    boolean isRight =
        passwords.isEmpty()
            || (colon >= 0 && said.substring(colon + 1).equals(passwords.get(name)));
    if (!isRight) {
      throw new DavException(DavServletResponse.SC_UNAUTHORIZED);
    }
    return name;
  }

  @Override
  public void releaseSession(WebdavRequest request) {
    request.setDavSession(null);
  }
}
