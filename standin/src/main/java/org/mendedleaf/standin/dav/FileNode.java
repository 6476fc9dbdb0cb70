package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.io.InputStream;
import java.net.URLConnection;
import java.util.Optional;
import org.apache.jackrabbit.webdav.DavConstants;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceLocator;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.MultiStatus;
import org.apache.jackrabbit.webdav.io.OutputContext;
import org.apache.jackrabbit.webdav.property.DavProperty;
import org.apache.jackrabbit.webdav.property.DavPropertyName;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.property.DefaultDavProperty;
import org.apache.jackrabbit.webdav.property.HrefProperty;
import org.apache.jackrabbit.webdav.util.HttpDateTimeFormatter;
import org.apache.jackrabbit.webdav.version.LabelInfo;
import org.apache.jackrabbit.webdav.version.MergeInfo;
import org.apache.jackrabbit.webdav.version.UpdateInfo;
import org.apache.jackrabbit.webdav.version.VersionControlledResource;
import org.apache.jackrabbit.webdav.version.VersionHistoryResource;
import org.apache.jackrabbit.webdav.xml.DomUtil;
import org.apache.jackrabbit.webdav.xml.XmlSerializable;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.KeptFile;
import org.mendedleaf.standin.keep.KeptState;
import org.mendedleaf.standin.keep.Precondition;
import org.mendedleaf.standin.keep.Trait;

/** A file, there or still to be put; each new content is a new version of it. */
final class FileNode extends PathNode implements VersionControlledResource {

  FileNode(Served served, DavResourceLocator locator, Caller caller, String path) {
    super(served, locator, caller, path);
  }

  private Optional<KeptFile> there() throws IOException {
    return served().keep().at(path());
  }

  private KeptFile file() throws IOException {
    return there().orElseThrow(() -> new java.io.FileNotFoundException(path()));
  }

  @Override
  public boolean exists() {
    return Answers.unchecked(this::there).isPresent();
  }

  @Override
  public long getModificationTime() {
    return Answers.unchecked(this::there).map(file -> file.newest().at()).orElse(-1L);
  }

  @Override
  String owner() throws IOException {
    return file().id();
  }

  @Override
  DavPropertySet live() throws IOException {
    KeptFile file = file();
    DavPropertySet all = new DavPropertySet();
    bytes(all, path(), file.newest());
    all.add(Answers.common(DavPropertyName.GETETAG, served().tag(file)));
    if (served().keep().has(Trait.STATES)) {
      String newest = Served.state(file.id(), file.newest().id());
      all.add(new HrefProperty(CHECKED_IN, href(newest), true));
      all.add(new HrefProperty(VERSION_HISTORY, href(Served.history(file)), true));
      XmlSerializable always =
          document -> DomUtil.createElement(document, "checkout-checkin", DavConstants.NAMESPACE);
      all.add(new DefaultDavProperty<>(AUTO_VERSION, always, true));
    }
    StateNode.describe(all, file.newest(), served().keep());
    return all;
  }

  /** What is said of everything that can be read. */
  static void bytes(DavPropertySet all, String path, KeptState state) {
    all.add(Answers.common(DavPropertyName.CREATIONDATE, Answers.time(state.at())));
    all.add(
        Answers.common(
            DavPropertyName.GETLASTMODIFIED, HttpDateTimeFormatter.formatImfFixed(state.at())));
    all.add(Answers.common(DavPropertyName.GETCONTENTLENGTH, state.size()));
    all.add(Answers.common(DavPropertyName.GETCONTENTTYPE, type(path)));
  }

  static String type(String path) {
    String known = URLConnection.guessContentTypeFromName(path);
    return known == null ? "application/octet-stream" : known;
  }

  @Override
  boolean set(DavPropertyName name, @Nullable DavProperty<?> value) {
    return false;
  }

  @Override
  public void spool(OutputContext to) throws IOException {
    KeptFile file = file();
    to.setETag(served().tag(file));
    spool(served().keep(), path(), file.newest(), to);
  }

  static void spool(Keep keep, String path, KeptState state, OutputContext to) throws IOException {
    to.setContentType(type(path));
    to.setContentLength(state.size());
    to.setModificationTime(state.at());
    if (to.hasStream()) {
      try (InputStream in = keep.open(state)) {
        in.transferTo(to.getOutputStream());
      }
    }
  }

  /** Puts a state that the file has from then on. */
  KeptFile put(InputStream bytes, Precondition there) throws DavException {
    return Answers.of(() -> served().keep().put(path(), bytes, caller().name(), there));
  }

  @Override
  public void copy(DavResource to, boolean isShallow) throws DavException {
    PathNode target = target(to);
    if (target.isCollection() && target.exists()) {
      throw new DavException(DavServletResponse.SC_CONFLICT);
    }
    target.refuseLocked(false);
    Answers.of(
        () -> {
          try (InputStream in = served().keep().open(file().newest())) {
            KeptFile copy =
                served().keep().put(target.path(), in, caller().name(), Precondition.NONE);
            served().keep().setProperties(copy.id(), served().keep().properties(owner()));
            return copy;
          }
        });
  }

  @Override
  void makeEmpty() throws DavException {
    put(InputStream.nullInputStream(), Precondition.NONE);
  }

  @Override
  public void addVersionControl() throws DavException {
    if (!served().keep().has(Trait.STATES)) {
      throw refused();
    }
  }

  @Override
  public VersionHistoryResource getVersionHistory() throws DavException {
    return Answers.of(
        () ->
            new HistoryNode(
                served(),
                served().locator(getLocator(), Served.history(file())),
                caller(),
                file()));
  }

  @Override
  public String checkin() throws DavException {
    throw refused();
  }

  @Override
  public void checkout() throws DavException {
    throw refused();
  }

  @Override
  public void uncheckout() throws DavException {
    throw refused();
  }

  @Override
  public MultiStatus update(UpdateInfo info) throws DavException {
    throw refused();
  }

  @Override
  public MultiStatus merge(MergeInfo info) throws DavException {
    throw refused();
  }

  @Override
  public void label(LabelInfo info) throws DavException {
    throw refused();
  }
}
