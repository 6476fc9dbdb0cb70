package org.mendedleaf.standin;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.file.Path;
import java.time.InstantSource;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import javax.servlet.DispatcherType;
import org.eclipse.jetty.ee8.servlet.FilterHolder;
import org.eclipse.jetty.ee8.servlet.ServletContextHandler;
import org.eclipse.jetty.ee8.servlet.ServletHolder;
import org.eclipse.jetty.http.UriCompliance;
import org.eclipse.jetty.server.Connector;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.mendedleaf.standin.dav.FilesServlet;
import org.mendedleaf.standin.keep.Keep;
import org.mendedleaf.standin.keep.Terms;
import org.mendedleaf.standin.keep.Trait;

/** A storage outside that runs on this computer and answers nobody else. */
public final class StandIn implements AutoCloseable {

  private final Keep keep;
  private final Server server;
  private final URI address;
  private final Faults faults;

  private StandIn(Keep keep, Server server, Faults faults, URI address) {
    this.keep = keep;
    this.faults = faults;
    this.server = server;
    this.address = address;
  }

  /**
   * Starts one.
   *
   * @param folder in which it keeps all it has
   * @param terms to begin with, if there is nothing yet
   * @param passwords of those who may come in, by names; none lets anybody in
   * @param port to listen on; 0 takes a free one
   */
  public static StandIn start(
      Path folder,
      Set<Trait> traits,
      Terms terms,
      Map<String, String> passwords,
      int port,
      InstantSource clock)
      throws IOException {
    Keep keep = Keep.open(folder, traits, terms, clock);
    Server server = new Server(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
    for (Connector connector : server.getConnectors()) {
      // Names of files have any characters, the percent sign too.
      connector
          .getConnectionFactory(HttpConnectionFactory.class)
          .getHttpConfiguration()
          .setUriCompliance(
              UriCompliance.DEFAULT.with("names", UriCompliance.Violation.AMBIGUOUS_PATH_ENCODING));
    }
    ServletContextHandler context = new ServletContextHandler(server, "/");
    context.addServlet(new ServletHolder(new FilesServlet(keep, passwords, clock)), "/*");
    Faults faults = new Faults();
    context.addFilter(new FilterHolder(faults), "/*", EnumSet.of(DispatcherType.REQUEST));
    try {
      server.start();
    } catch (Exception e) {
      keep.close();
      throw new IOException("It cannot listen on port %d.".formatted(port), e);
    }
    int listens = ((ServerConnector) server.getConnectors()[0]).getLocalPort();
    return new StandIn(keep, server, faults, URI.create("http://127.0.0.1:" + listens + "/files/"));
  }

  /** Where its files are. */
  public URI address() {
    return address;
  }

  /** What it keeps, so that it can be looked at or changed past everybody. */
  public Keep keep() {
    return keep;
  }

  /** What is to go wrong. */
  public Faults faults() {
    return faults;
  }

  @Override
  public void close() throws IOException {
    try {
      server.stop();
    } catch (Exception e) {
      throw new IOException(e);
    } finally {
      keep.close();
    }
  }
}
