package org.mendedleaf.standin.dav;

import java.util.LinkedHashSet;
import java.util.Set;
import org.apache.jackrabbit.webdav.DavSession;
import org.jspecify.annotations.Nullable;

/** Who asks, with the tokens of the locks that are theirs. For one request. */
final class Caller implements DavSession {

  private final @Nullable String name;
  private final Set<String> tokens = new LinkedHashSet<>();

  Caller(@Nullable String name) {
    this.name = name;
  }

  @Nullable String name() {
    return name;
  }

  boolean holds(String token) {
    return tokens.contains(token);
  }

  @Override
  public void addReference(Object reference) {}

  @Override
  public void removeReference(Object reference) {}

  @Override
  public void addLockToken(String token) {
    tokens.add(token);
  }

  @Override
  public String[] getLockTokens() {
    return tokens.toArray(new String[0]);
  }

  @Override
  public void removeLockToken(String token) {
    tokens.remove(token);
  }
}
