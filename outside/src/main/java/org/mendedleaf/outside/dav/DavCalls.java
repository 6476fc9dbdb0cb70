package org.mendedleaf.outside.dav;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.http.client.methods.CloseableHttpResponse;
import org.apache.http.client.methods.HttpDelete;
import org.apache.http.client.methods.HttpGet;
import org.apache.http.client.methods.HttpPost;
import org.apache.http.client.methods.HttpPut;
import org.apache.http.client.methods.HttpUriRequest;
import org.apache.http.impl.client.CloseableHttpClient;
import org.apache.jackrabbit.webdav.DavConstants;
import org.apache.jackrabbit.webdav.DavException;
import org.apache.jackrabbit.webdav.MultiStatusResponse;
import org.apache.jackrabbit.webdav.client.methods.BaseDavRequest;
import org.apache.jackrabbit.webdav.client.methods.HttpCopy;
import org.apache.jackrabbit.webdav.client.methods.HttpLock;
import org.apache.jackrabbit.webdav.client.methods.HttpMkcol;
import org.apache.jackrabbit.webdav.client.methods.HttpOptions;
import org.apache.jackrabbit.webdav.client.methods.HttpPropfind;
import org.apache.jackrabbit.webdav.client.methods.HttpProppatch;
import org.apache.jackrabbit.webdav.client.methods.HttpReport;
import org.apache.jackrabbit.webdav.client.methods.HttpUnlock;
import org.apache.jackrabbit.webdav.client.methods.HttpVersionControl;
import org.apache.jackrabbit.webdav.client.methods.XmlEntity;
import org.apache.jackrabbit.webdav.lock.LockInfo;
import org.apache.jackrabbit.webdav.lock.Scope;
import org.apache.jackrabbit.webdav.lock.Type;
import org.apache.jackrabbit.webdav.property.DavPropertyNameSet;
import org.apache.jackrabbit.webdav.property.DavPropertySet;
import org.apache.jackrabbit.webdav.util.EncodeUtil;
import org.apache.jackrabbit.webdav.version.report.ReportInfo;
import org.apache.jackrabbit.webdav.version.report.ReportType;
import org.apache.jackrabbit.webdav.xml.DomUtil;
import org.apache.jackrabbit.webdav.xml.XmlSerializable;
import org.mendedleaf.core.outside.Outgoing;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.progress.Progress;
import org.w3c.dom.Element;

/**
 * One request each, to one server. Paths are decoded ones from the server's own on. What only asks
 * is asked again where that may help. For several threads.
 */
final class DavCalls implements AutoCloseable {

  /** How often something is asked in all. */
  private static final int TRIES = 3;

  private final URI server;
  private final CloseableHttpClient client;
  private final Pause pause;

  /** Waits between two tries. */
  interface Pause {
    void wait(Duration time) throws IOException;
  }

  /** What to do with an answer that tells of success. */
  private interface AnswerReading<T> {
    T read(CloseableHttpResponse response) throws IOException, DavException;
  }

  DavCalls(URI server, CloseableHttpClient client, Pause pause) {
    this.server = server;
    this.client = client;
    this.pause = pause;
  }

  /** As people know the server. */
  String host() {
    return server.getHost();
  }

  private URI at(String path) {
    String asked = path.isEmpty() ? "/" : path;
    return URI.create(
        server.getScheme() + "://" + server.getRawAuthority() + EncodeUtil.escapePath(asked));
  }

  /** The classes of compliance that the server announces. */
  Set<String> abilities(String path) throws IOException {
    return asked(
        () -> {
          HttpOptions request = new HttpOptions(at(path));
          return call(path, request, request::getDavComplianceClasses);
        });
  }

  /** What is said of one thing, if it is there. */
  Optional<DavTold> one(String path, DavPropertyNameSet names) throws IOException {
    try {
      return found(path, names, DavConstants.DEPTH_0).stream().findFirst();
    } catch (StorageException e) {
      if (e.trouble() == StorageException.Trouble.GONE) {
        return Optional.empty();
      }
      throw e;
    }
  }

  /** What is said of what lies in a folder itself. */
  List<DavTold> in(String folder, DavPropertyNameSet names) throws IOException {
    return found(folder + "/", names, DavConstants.DEPTH_1).stream()
        .filter(one -> !one.path().equals(folder))
        .toList();
  }

  private List<DavTold> found(String path, DavPropertyNameSet names, int depth) throws IOException {
    return asked(
        () -> {
          HttpPropfind request = new HttpPropfind(at(path), names, depth);
          return call(path, request, response -> several(request, response));
        });
  }

  private static List<DavTold> several(BaseDavRequest request, CloseableHttpResponse response)
      throws DavException {
    List<DavTold> all = new ArrayList<>();
    for (MultiStatusResponse one : request.getResponseBodyAsMultiStatus(response).getResponses()) {
      all.add(DavTold.of(one));
    }
    return all;
  }

  /** Every version of a file. */
  List<DavTold> versions(String path) throws IOException {
    return asked(
        () -> {
          HttpReport request =
              new HttpReport(
                  at(path),
                  new ReportInfo(ReportType.VERSION_TREE, DavConstants.DEPTH_0, DavNames.STATE));
          return call(path, request, response -> several(request, response));
        });
  }

  /** Opens the bytes of something; whoever opens it closes it. */
  InputStream get(String path) throws IOException {
    return asked(
        () -> {
          CloseableHttpResponse response = answered(path, new HttpGet(at(path)));
          InputStream bytes =
              response.getEntity() == null
                  ? InputStream.nullInputStream()
                  : response.getEntity().getContent();
          return new ReceivedBytes(bytes, response, host());
        });
  }

  /**
   * Sends bytes.
   *
   * @param headers that say under which conditions
   */
  void put(String path, Outgoing content, Map<String, String> headers, Progress progress)
      throws IOException {
    HttpPut request = new HttpPut(at(path));
    headers.forEach(request::setHeader);
    request.setEntity(new SentBytes(content, progress));
    call(path, request, response -> path);
  }

  /** Sets properties. */
  void set(String path, DavPropertySet wanted, Map<String, String> headers) throws IOException {
    HttpProppatch request = new HttpProppatch(at(path), wanted, new DavPropertyNameSet());
    headers.forEach(request::setHeader);
    call(
        path,
        request,
        response -> {
          for (MultiStatusResponse one :
              request.getResponseBodyAsMultiStatus(response).getResponses()) {
            refuseParts(path, one);
          }
          return path;
        });
  }

  private void refuseParts(String path, MultiStatusResponse answer) throws StorageException {
    for (org.apache.jackrabbit.webdav.Status status : answer.getStatus()) {
      if (status.getStatusCode() >= 300) {
        throw refusal(path, status.getStatusCode(), "");
      }
    }
  }

  void makeFolder(String path) throws IOException {
    call(path, new HttpMkcol(at(path + "/")), response -> path);
  }

  void delete(String path, Map<String, String> headers) throws IOException {
    HttpDelete request = new HttpDelete(at(path));
    headers.forEach(request::setHeader);
    call(path, request, response -> path);
  }

  /** Puts a copy over what lies there. */
  void copy(String from, String to) throws IOException {
    call(to, new HttpCopy(at(from), at(to), true, false), response -> to);
  }

  /** Makes a file anew from one of its versions (RFC 3253, 3.5). */
  void versionControl(String path, String version) throws IOException {
    HttpVersionControl request = new HttpVersionControl(at(path));
    XmlSerializable body =
        document -> {
          Element control =
              DomUtil.createElement(document, "version-control", DavConstants.NAMESPACE);
          Element of = DomUtil.addChildElement(control, "version", DavConstants.NAMESPACE);
          of.appendChild(DomUtil.hrefToXml(at(version).getRawPath(), document));
          return control;
        };
    request.setEntity(XmlEntity.create(body));
    call(path, request, response -> path);
  }

  /**
   * Locks something for a while.
   *
   * @return the token
   */
  String lock(String path, Duration longest) throws IOException {
    HttpLock request =
        new HttpLock(
            at(path), new LockInfo(Scope.EXCLUSIVE, Type.WRITE, "", longest.toMillis(), false));
    return call(path, request, request::getLockToken);
  }

  void unlock(String path, String token) throws IOException {
    call(path, new HttpUnlock(at(path), token), response -> path);
  }

  /**
   * Has a snapshot taken.
   *
   * @return the path of it
   */
  String snapshot(String collection, String label) throws IOException {
    HttpPost request = new HttpPost(at(collection));
    XmlSerializable body =
        document -> {
          Element snapshot = DomUtil.createElement(document, "snapshot", DavNames.OURS);
          snapshot.appendChild(
              DomUtil.createElement(document, "displayname", DavConstants.NAMESPACE, label));
          return snapshot;
        };
    request.setEntity(XmlEntity.create(body));
    return call(
        collection,
        request,
        response -> DavTold.path(response.getFirstHeader("Location").getValue()));
  }

  private interface AskedAgain<T> {
    T ask() throws IOException;
  }

  /** Asks again where nothing is changed by it. */
  private <T> T asked(AskedAgain<T> what) throws IOException {
    Duration next = Duration.ofMillis(200);
    for (int i = 1; ; i++) {
      try {
        return what.ask();
      } catch (StorageException e) {
        if (!e.mayPass() || i == TRIES) {
          throw e;
        }
        pause.wait(next);
        next = next.multipliedBy(3);
      }
    }
  }

  private <T> T call(String path, HttpUriRequest request, AnswerReading<T> reading)
      throws IOException {
    try (CloseableHttpResponse response = answered(path, request)) {
      return reading.read(response);
    } catch (DavException e) {
      throw refusal(path, e.getErrorCode(), "");
    } catch (StorageException e) {
      throw e;
    } catch (IOException e) {
      throw Refusals.of(host(), e);
    }
  }

  private CloseableHttpResponse answered(String path, HttpUriRequest request) throws IOException {
    CloseableHttpResponse response;
    try {
      response = client.execute(request);
    } catch (IOException e) {
      if (e instanceof org.mendedleaf.core.progress.CancelledException) {
        throw e;
      }
      throw Refusals.of(host(), e);
    }
    int status = response.getStatusLine().getStatusCode();
    if (status >= 200 && status < 300) {
      return response;
    }
    try (response) {
      throw refusal(path, status, condition(request, response));
    }
  }

  private StorageException refusal(String path, int status, String condition) {
    return Refusals.of(host(), path.substring(path.lastIndexOf('/') + 1), status, condition);
  }

  private static String condition(HttpUriRequest request, CloseableHttpResponse response) {
    BaseDavRequest reader =
        request instanceof BaseDavRequest dav ? dav : new HttpMkcol(request.getURI());
    Element error = reader.getResponseException(response).getErrorCondition();
    Element condition = error == null ? null : DomUtil.getFirstChildElement(error);
    return condition == null ? "" : condition.getLocalName();
  }

  @Override
  public void close() throws IOException {
    client.close();
  }
}
