package org.mendedleaf.app;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import org.freedesktop.dbus.connections.impl.DBusConnection;
import org.freedesktop.dbus.connections.impl.DBusConnectionBuilder;
import org.freedesktop.dbus.exceptions.DBusException;
import org.freedesktop.dbus.types.UInt32;
import org.freedesktop.dbus.types.Variant;
import org.jspecify.annotations.Nullable;
import org.mendedleaf.core.telling.Notifier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Shows news as notifications of the desktop, over the session bus. Where there is none, nothing is
 * shown; the next news are tried again. Nobody waits for the bus. Safe for several threads.
 */
final class DesktopNotifications implements Notifier, AutoCloseable {

  private static final Logger LOG = LoggerFactory.getLogger(DesktopNotifications.class);
  private static final String APPLICATION = "Mended Leaf";
  private static final byte CRITICAL = 2;

  /** Of older ones nobody waits for what choosing them opens. */
  private static final int REMEMBERED = 100;

  private final Optional<String> bus;
  private final Consumer<String> open;
  private final ExecutorService sending;
  // For the sending thread.
  private @Nullable DBusConnection connection;
  private final Map<UInt32, String> shown = new LinkedHashMap<>();

  /**
   * @param bus its address; empty for this session's
   * @param open is given the address of what was chosen, on a thread of its own
   */
  DesktopNotifications(Optional<String> bus, Consumer<String> open) {
    this.bus = bus;
    this.open = open;
    this.sending =
        Executors.newSingleThreadExecutor(
            work -> {
              Thread thread = new Thread(work, "notifications");
              thread.setDaemon(true);
              return thread;
            });
  }

  @Override
  public void show(String title, String text, String address) {
    sending.execute(
        () -> {
          try {
            send(title, text, address);
          } catch (DBusException | RuntimeException e) {
            // Without a bus its library says so by either.
            LOG.info("The desktop could not be told: {}", e.getMessage());
            disconnect();
          }
        });
  }

  private void send(String title, String text, String address) throws DBusException {
    NotificationService service =
        connection()
            .getRemoteObject(
                NotificationService.NAME, NotificationService.PATH, NotificationService.class);
    List<String> can = service.capabilities();
    UInt32 number =
        service.show(
            APPLICATION,
            new UInt32(0),
            "",
            title,
            can.contains("body-markup") ? asMarkup(text) : text,
            can.contains("actions") ? List.of("default", "Look at it") : List.of(),
            Map.of("urgency", new Variant<>(CRITICAL)),
            -1);
    shown.put(number, address);
    if (shown.size() > REMEMBERED) {
      shown.remove(shown.keySet().iterator().next());
    }
  }

  private DBusConnection connection() throws DBusException {
    DBusConnection known = connection;
    if (known != null && known.isConnected()) {
      return known;
    }
    DBusConnection made =
        bus.map(DBusConnectionBuilder::forAddress)
            .orElseGet(DBusConnectionBuilder::forSessionBus)
            .withShared(false)
            .build();
    made.addSigHandler(
        NotificationService.ActionInvoked.class,
        signal -> sending.execute(() -> chosen(signal.number())));
    connection = made;
    return made;
  }

  private void chosen(UInt32 number) {
    String address = shown.remove(number);
    if (address != null) {
      open.accept(address);
    }
  }

  private static String asMarkup(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  private void disconnect() {
    DBusConnection known = connection;
    connection = null;
    if (known != null) {
      try {
        known.close();
      } catch (IOException e) {
        LOG.debug("The session bus was left: {}", e.getMessage());
      }
    }
  }

  @Override
  public void close() {
    sending.execute(this::disconnect);
    sending.shutdown();
  }
}
