package org.mendedleaf.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.freedesktop.dbus.bin.EmbeddedDBusDaemon;
import org.freedesktop.dbus.connections.impl.DBusConnection;
import org.freedesktop.dbus.connections.impl.DBusConnectionBuilder;
import org.freedesktop.dbus.exceptions.DBusException;
import org.freedesktop.dbus.types.UInt32;
import org.freedesktop.dbus.types.Variant;

/** A session bus and a desktop on it that remembers what it was to show. */
final class StandInDesktop implements NotificationService, AutoCloseable {

  /** What was to be shown. */
  record Shown(int number, String title, String text, List<String> actions) {}

  private final List<Shown> shown = new ArrayList<>();
  private final List<String> can;
  private final String address;
  private final EmbeddedDBusDaemon bus;
  private final DBusConnection connection;

  StandInDesktop(Path folder, List<String> can) throws DBusException {
    this.can = List.copyOf(can);
    this.address = "unix:path=" + folder.resolve("bus");
    this.bus = new EmbeddedDBusDaemon(address + ",listen=true");
    bus.startInBackgroundAndWait();
    this.connection = DBusConnectionBuilder.forAddress(address).withShared(false).build();
    connection.requestBusName(NAME);
    connection.exportObject(PATH, this);
  }

  String address() {
    return address;
  }

  synchronized List<Shown> shown() {
    return List.copyOf(shown);
  }

  /** Somebody chooses a notification. */
  void choose(int number) throws DBusException {
    connection.sendMessage(new ActionInvoked(PATH, new UInt32(number), "default"));
  }

  @Override
  public List<String> capabilities() {
    return can;
  }

  @Override
  public synchronized UInt32 show(
      String application,
      UInt32 replaces,
      String icon,
      String title,
      String text,
      List<String> actions,
      Map<String, Variant<?>> hints,
      int timeout) {
    shown.add(new Shown(shown.size() + 1, title, text, List.copyOf(actions)));
    return new UInt32(shown.size());
  }

  @Override
  public String getObjectPath() {
    return PATH;
  }

  @Override
  public void close() throws IOException {
    connection.close();
    bus.close();
  }
}
