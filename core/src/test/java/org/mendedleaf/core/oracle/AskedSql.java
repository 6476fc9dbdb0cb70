package org.mendedleaf.core.oracle;

import java.io.Closeable;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.Driver;
import java.sql.DriverManager;
import java.sql.DriverPropertyInfo;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Properties;
import java.util.Set;
import java.util.logging.Logger;

/** Notes every statement that is prepared, by standing before the database's own driver. */
public final class AskedSql implements Driver, Closeable {

  private final Driver behind = new org.sqlite.JDBC();
  private final List<Driver> before = new ArrayList<>();
  private final Set<String> asked = Collections.synchronizedSet(new LinkedHashSet<>());

  public AskedSql() throws SQLException {
    Enumeration<Driver> drivers = DriverManager.getDrivers();
    while (drivers.hasMoreElements()) {
      before.add(drivers.nextElement());
    }
    for (Driver driver : before) {
      DriverManager.deregisterDriver(driver);
    }
    DriverManager.registerDriver(this);
  }

  /** What was prepared since it was asked for last. */
  public Set<String> since() {
    Set<String> since = new LinkedHashSet<>(asked);
    asked.clear();
    return since;
  }

  @Override
  public Connection connect(String url, Properties info) throws SQLException {
    Connection connection = behind.connect(url, info);
    return (Connection)
        Proxy.newProxyInstance(
            AskedSql.class.getClassLoader(),
            new Class<?>[] {Connection.class},
            (proxy, method, arguments) -> {
              if (method.getName().equals("prepareStatement")) {
                asked.add((String) arguments[0]);
              }
              try {
                return method.invoke(connection, arguments);
              } catch (InvocationTargetException e) {
                throw e.getCause();
              }
            });
  }

  @Override
  public void close() {
    try {
      DriverManager.deregisterDriver(this);
      for (Driver driver : before) {
        DriverManager.registerDriver(driver);
      }
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public boolean acceptsURL(String url) throws SQLException {
    return behind.acceptsURL(url);
  }

  @Override
  public DriverPropertyInfo[] getPropertyInfo(String url, Properties info) throws SQLException {
    return behind.getPropertyInfo(url, info);
  }

  @Override
  public int getMajorVersion() {
    return behind.getMajorVersion();
  }

  @Override
  public int getMinorVersion() {
    return behind.getMinorVersion();
  }

  @Override
  public boolean jdbcCompliant() {
    return false;
  }

  @Override
  public Logger getParentLogger() {
    return Logger.getLogger("org.mendedleaf");
  }
}
