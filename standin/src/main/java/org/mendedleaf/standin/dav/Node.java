package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceFactory;
import org.apache.jackrabbit.webdav.DavResourceIterator;
import org.apache.jackrabbit.webdav.DavResourceIteratorImpl;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.DavSession;
import org.apache.jackrabbit.webdav.MultiStatusResponse;
import org.apache.jackrabbit.webdav.io.InputContext;
import org.apache.jackrabbit.webdav.io.OutputContext;
import org.apache.jackrabbit.webdav.lock.ActiveLock;
import org.apache.jackrabbit.webdav.lock.LockInfo;
import org.apache.jackrabbit.webdav.lock.LockManager;
import org.apache.jackrabbit.webdav.lock.Scope;
import org.apache.jackrabbit.webdav.lock.Type;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.PropEntry;
import org.apache.jackrabbit.webdav.property.ResourceType;
import org.apache.jackrabbit.webdav.version.DeltaVResource;
import org.apache.jackrabbit.webdav.version.OptionsInfo;
import org.apache.jackrabbit.webdav.version.OptionsResponse;
import org.apache.jackrabbit.webdav.version.report.Report;
import org.apache.jackrabbit.webdav.version.report.ReportInfo;
import org.apache.jackrabbit.webdav.version.report.ReportType;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.Trait;

/** One thing with an address. What it does not say otherwise cannot be done with it. */
abstract class Node implements DeltaVResource {

  private final Served served;
  private final DavResourceLocator locator;
  private final Caller caller;

  Node(Served served, DavResourceLocator locator, Caller caller) {
    this.served = served;
    this.locator = locator;
    this.caller = caller;
  }

  final Served served() {
    return served;
  }

  final Caller caller() {
    return caller;
  }

  /** What is said of it. */
  abstract DavPropertySet describe() throws IOException;

  /** The address of another thing here. */
  final String href(String path) {
    return served.locator(locator, path).getHref(false);
  }

  static DavException refused() {
    return new DavException(DavServletResponse.SC_FORBIDDEN);
  }

  @Override
  public String getComplianceClass() {
    String locking = served.keep().has(Trait.LOCKS) ? "1, 2, 3" : "1, 3";
    return served.keep().has(Trait.STATES)
        ? locking + ", version-control, version-history"
        : locking;
  }

  @Override
  public String getSupportedMethods() {
    return "OPTIONS, GET, HEAD, PROPFIND, PROPPATCH, REPORT, DELETE, COPY";
  }

  @Override
  public boolean exists() {
    return true;
  }

  @Override
  public boolean isCollection() {
    return false;
  }

  @Override
  public String getDisplayName() {
    return Answers.name(locator.getResourcePath());
  }

  @Override
  public final DavResourceLocator getLocator() {
    return locator;
  }

  @Override
  public final String getResourcePath() {
    return locator.getResourcePath();
  }

  @Override
  public final String getHref() {
    return locator.getHref(isCollection());
  }

  @Override
  public long getModificationTime() {
    return -1;
  }

  @Override
  public void spool(OutputContext to) throws IOException {
    to.setContentLength(0);
  }

  @Override
  public final DavPropertyName[] getPropertyNames() {
    return getProperties().getPropertyNames();
  }

  @Override
  public final @Nullable DavProperty<?> getProperty(DavPropertyName name) {
    return getProperties().get(name);
  }

  @Override
  public final DavPropertySet getProperties() {
    DavPropertySet all;
    try {
      all = describe();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    if (!all.contains(DavPropertyName.RESOURCETYPE)) {
      all.add(
          new ResourceType(
              isCollection() ? ResourceType.COLLECTION : ResourceType.DEFAULT_RESOURCE));
    }
    return all;
  }

  @Override
  public final void setProperty(DavProperty<?> property) throws DavException {
    alterProperties(List.of(property));
  }

  @Override
  public final void removeProperty(DavPropertyName name) throws DavException {
    alterProperties(List.of(name));
  }

  @Override
  public MultiStatusResponse alterProperties(List<? extends PropEntry> changes)
      throws DavException {
    throw refused();
  }

  @Override
  public @Nullable DavResource getCollection() {
    return null;
  }

  @Override
  public void addMember(DavResource member, InputContext content) throws DavException {
    throw refused();
  }

  @Override
  public DavResourceIterator getMembers() {
    return DavResourceIteratorImpl.EMPTY;
  }

  @Override
  public void removeMember(DavResource member) throws DavException {
    throw refused();
  }

  @Override
  public void move(DavResource to) throws DavException {
    throw refused();
  }

  @Override
  public void copy(DavResource to, boolean isShallow) throws DavException {
    throw refused();
  }

  @Override
  public boolean isLockable(Type type, Scope scope) {
    return false;
  }

  @Override
  public boolean hasLock(Type type, Scope scope) {
    return getLock(type, scope) != null;
  }

  @Override
  public @Nullable ActiveLock getLock(Type type, Scope scope) {
    return served.locks().getLock(type, scope, this);
  }

  @Override
  public final ActiveLock[] getLocks() {
    return served.locks().on(getResourcePath());
  }

  @Override
  public ActiveLock lock(LockInfo info) throws DavException {
    throw new DavException(DavServletResponse.SC_METHOD_NOT_ALLOWED);
  }

  @Override
  public final ActiveLock refreshLock(LockInfo info, String token) throws DavException {
    return served.locks().refreshLock(info, token, this);
  }

  @Override
  public final void unlock(String token) throws DavException {
    served.locks().releaseLock(token, this);
  }

  @Override
  public final void addLockManager(LockManager manager) {
    throw new UnsupportedOperationException("locks are kept in one place");
  }

  @Override
  public final DavResourceFactory getFactory() {
    return served;
  }

  @Override
  public final DavSession getSession() {
    return caller;
  }

  @Override
  public final OptionsResponse getOptionResponse(OptionsInfo info) {
    return new OptionsResponse();
  }

  @Override
  public final Report getReport(ReportInfo info) throws DavException {
    return ReportType.getType(info).createReport(this, info);
  }

  @Override
  public final void addWorkspace(DavResource workspace) throws DavException {
    throw refused();
  }

  @Override
  public final DavResource[] getReferenceResources(DavPropertyName name) {
    return new DavResource[0];
  }
}
