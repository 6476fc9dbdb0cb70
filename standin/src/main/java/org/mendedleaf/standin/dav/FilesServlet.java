package org.mendedleaf.standin.dav;

import java.io.IOException;
import java.io.InputStream;
import java.time.InstantSource;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import javax.servlet.ServletException;
import org.apache.jackrabbit.webdav.DavConstants;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.DavLocatorFactory;
import org.apache.jackrabbit.webdav.DavMethods;
import org.apache.jackrabbit.webdav.DavResource;
import org.apache.jackrabbit.webdav.DavResourceFactory;
import org.apache.jackrabbit.webdav.DavServletResponse;
import org.apache.jackrabbit.webdav.DavSessionProvider;
import org.apache.jackrabbit.webdav.WebdavRequest;
import org.apache.jackrabbit.webdav.WebdavResponse;
import org.apache.jackrabbit.webdav.server.AbstractWebdavServlet;
import org.apache.jackrabbit.webdav.xml.DomUtil;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.KeptFile;
import org.mendedleaf.standin.keep.KeptSnapshot;
import org.mendedleaf.standin.keep.Precondition;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** Answers requests for what a stand-in keeps. For several threads. */
public final class FilesServlet extends AbstractWebdavServlet {

  private static final long serialVersionUID = 1L;

  private final transient Served served;
  private transient DavResourceFactory resources;
  private transient DavLocatorFactory locators = new DavAddresses();
  private transient DavSessionProvider callers;

  /**
   * @param passwords of those who may come in, by names; none lets anybody in
   */
  public FilesServlet(Keep keep, Map<String, String> passwords, InstantSource clock) {
    served = new Served(keep, new Locks(clock));
    resources = served;
    callers = new Callers(passwords);
  }

  @Override
  public DavSessionProvider getDavSessionProvider() {
    return callers;
  }

  @Override
  public void setDavSessionProvider(DavSessionProvider other) {
    callers = other;
  }

  @Override
  public DavLocatorFactory getLocatorFactory() {
    return locators;
  }

  @Override
  public void setLocatorFactory(DavLocatorFactory other) {
    locators = other;
  }

  @Override
  public DavResourceFactory getResourceFactory() {
    return resources;
  }

  @Override
  public void setResourceFactory(DavResourceFactory other) {
    resources = other;
  }

  @Override
  public String getAuthenticateHeaderValue() {
    return "Basic realm=\"files\", charset=\"UTF-8\"";
  }

  @Override
  protected boolean isCreateAbsoluteURI() {
    return false;
  }

  @Override
  protected boolean isPreconditionValid(WebdavRequest request, DavResource resource) {
    String conditions = request.getHeader("If");
    if (conditions != null && !holds(conditions, resource)) {
      return false;
    }
    // What is put is asked again at the moment when it is.
    boolean isPut = DavMethods.getMethodCode(request.getMethod()) == DavMethods.DAV_PUT;
    return isPut
        || !(resource instanceof FileNode file)
        || tags(request).holds(Answers.unchecked(() -> served.keep().at(file.path())));
  }

  private boolean holds(String header, DavResource resource) {
    Conditions.ThereNow there =
        new Conditions.ThereNow() {
          @Override
          public boolean isLocked(String address, String token) {
            return Arrays.stream(served.locks().on(Answers.plain(address)))
                .anyMatch(one -> one.isLockedByToken(token));
          }

          @Override
          public Optional<String> tag(String address) {
            String path = Answers.plain(address);
            return path.startsWith(Served.FILES + "/")
                ? Answers.unchecked(
                        () -> served.keep().at(path.substring(Served.FILES.length() + 1)))
                    .map(served::tag)
                : Optional.empty();
          }
        };
    try {
      return Conditions.of(header).hold(resource.getHref(), there);
    } catch (DavException e) {
      return false;
    }
  }

  /** What If-Match and If-None-Match (RFC 9110, 13) ask for. */
  private Precondition tags(WebdavRequest request) {
    String match = request.getHeader("If-Match");
    String noneMatch = request.getHeader("If-None-Match");
    return there ->
        (match == null || isOne(match, there, true))
            && (noneMatch == null || !isOne(noneMatch, there, false));
  }

  private boolean isOne(String header, Optional<KeptFile> there, boolean isStrong) {
    if (there.isEmpty()) {
      return false;
    }
    String tag = served.tag(there.get());
    for (String one : header.split(",", -1)) {
      boolean isSame = one.strip().equals(tag) && !(isStrong && tag.startsWith("W/"));
      if (isSame || one.strip().equals("*")) {
        return true;
      }
    }
    return false;
  }

  @Override
  protected void doPut(WebdavRequest request, WebdavResponse response, DavResource resource)
      throws IOException, DavException {
    if (!(resource instanceof FileNode file)) {
      throw new DavException(DavServletResponse.SC_METHOD_NOT_ALLOWED);
    }
    file.refuseLocked(false);
    boolean isThere = file.exists();
    if (!isThere) {
      file.refuseLockedFolder();
    }
    try (InputStream in = request.getInputStream()) {
      KeptFile put = file.put(in, tags(request));
      response.setHeader("ETag", served.tag(put));
    }
    response.setStatus(isThere ? DavServletResponse.SC_NO_CONTENT : DavServletResponse.SC_CREATED);
  }

  @Override
  protected void doMkCol(WebdavRequest request, WebdavResponse response, DavResource resource)
      throws IOException, DavException {
    if (request.getContentLengthLong() > 0 || request.getHeader("Transfer-Encoding") != null) {
      throw new DavException(DavServletResponse.SC_UNSUPPORTED_MEDIA_TYPE);
    }
    super.doMkCol(request, response, resource);
  }

  @Override
  protected void doCopy(WebdavRequest request, WebdavResponse response, DavResource resource)
      throws IOException, DavException {
    DavResource target =
        resources.createResource(request.getDestinationLocator(), request, response);
    boolean isBack = resource instanceof SnapshotNode;
    boolean isOver = resource instanceof FileNode && target instanceof FileNode && target.exists();
    if (!request.isOverwrite() || !(isBack || isOver)) {
      super.doCopy(request, response, resource);
      return;
    }
    // A new state of what lies there; nothing is removed before.
    resource.copy(target, false);
    response.setStatus(DavServletResponse.SC_NO_CONTENT);
  }

  @Override
  protected void doPost(WebdavRequest request, WebdavResponse response, DavResource resource)
      throws IOException, DavException {
    if (!(resource instanceof SnapshotsNode)) {
      throw new DavException(DavServletResponse.SC_METHOD_NOT_ALLOWED);
    }
    Document said = request.getRequestDocument();
    String label =
        said == null
            ? null
            : DomUtil.getChildTextTrim(
                said.getDocumentElement(), "displayname", DavConstants.NAMESPACE);
    KeptSnapshot taken = Answers.of(() -> served.keep().snapshots().take(label, null));
    response.setHeader("Location", resource.getHref() + taken.id() + "/");
    response.setStatus(DavServletResponse.SC_CREATED);
  }

  /** Brings back what was removed (RFC 3253, 3.5 and 5.5: a version of its history is named). */
  @Override
  protected void doVersionControl(
      WebdavRequest request, WebdavResponse response, DavResource resource)
      throws IOException, DavException {
    Optional<String> version = version(request.getRequestDocument());
    if (version.isEmpty() || !(resource instanceof FileNode file)) {
      super.doVersionControl(request, response, resource);
      return;
    }
    String[] names = Answers.path(version.get()).split("/", -1);
    if (names.length != 4 || !("/" + names[1]).equals(Served.HISTORIES)) {
      throw new DavException(DavServletResponse.SC_CONFLICT);
    }
    file.refuseLocked(false);
    Answers.of(
        () -> {
          served.keep().bringBack(names[2], file.path());
          return file;
        });
    response.setStatus(DavServletResponse.SC_OK);
  }

  private static Optional<String> version(@Nullable Document document) {
    if (document == null) {
      return Optional.empty();
    }
    Element version =
        DomUtil.getChildElement(document.getDocumentElement(), "version", DavConstants.NAMESPACE);
    return version == null
        ? Optional.empty()
        : Optional.ofNullable(DomUtil.getChildTextTrim(version, "href", DavConstants.NAMESPACE));
  }

  @Override
  protected boolean execute(
      WebdavRequest request, WebdavResponse response, int method, DavResource resource)
      throws ServletException, IOException, DavException {
    String seen = request.getHeader("If-Match");
    boolean isSettings =
        method == DavMethods.DAV_PROPPATCH
            && seen != null
            && resource instanceof FolderNode folder
            && folder.path().isEmpty();
    if (isSettings && !seen.equals("\"" + SettingProperties.tag(served.keep().terms()) + "\"")) {
      throw new DavException(DavServletResponse.SC_PRECONDITION_FAILED);
    }
    return super.execute(request, response, method, resource);
  }
}
