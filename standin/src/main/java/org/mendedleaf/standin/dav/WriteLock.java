package org.mendedleaf.standin.dav;

import java.util.UUID;
import org.apache.jackrabbit.webdav.lock.AbstractActiveLock;
import org.apache.jackrabbit.webdav.lock.Scope;
import org.apache.jackrabbit.webdav.lock.Type;
import org.jspecify.annotations.Nullable;

/** A write lock with a token as RFC 4918 (6.5) wants it; the library has no shared ones. */
final class WriteLock extends AbstractActiveLock {

  private final String token = "urn:uuid:" + UUID.randomUUID();
  private final Scope scope;
  private @Nullable String owner;
  private long timeout;
  private boolean isDeep;

  WriteLock(Scope scope, @Nullable String owner, boolean isDeep) {
    this.scope = scope;
    this.owner = owner;
    this.isDeep = isDeep;
  }

  @Override
  public String getToken() {
    return token;
  }

  @Override
  public boolean isLockedByToken(String other) {
    return token.equals(other);
  }

  /** Expired ones are not kept. */
  @Override
  public boolean isExpired() {
    return false;
  }

  @Override
  public @Nullable String getOwner() {
    return owner;
  }

  @Override
  public void setOwner(@Nullable String other) {
    owner = other;
  }

  @Override
  public long getTimeout() {
    return timeout;
  }

  @Override
  public void setTimeout(long millis) {
    timeout = millis;
  }

  @Override
  public boolean isDeep() {
    return isDeep;
  }

  @Override
  public void setIsDeep(boolean deep) {
    isDeep = deep;
  }

  @Override
  public Type getType() {
    return Type.WRITE;
  }

  @Override
  public Scope getScope() {
    return scope;
  }
}
