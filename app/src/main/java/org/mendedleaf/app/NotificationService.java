package org.mendedleaf.app;

import java.util.List;
import java.util.Map;
import org.freedesktop.dbus.annotations.DBusInterfaceName;
import org.freedesktop.dbus.annotations.DBusMemberName;
import org.freedesktop.dbus.exceptions.DBusException;
import org.freedesktop.dbus.interfaces.DBusInterface;
import org.freedesktop.dbus.messages.DBusSignal;
import org.freedesktop.dbus.types.UInt32;
import org.freedesktop.dbus.types.Variant;

/**
 * The desktop's notifications as the Desktop Notifications Specification 1.2 describes them; here
 * is what of it we use.
 */
@DBusInterfaceName(NotificationService.NAME)
public interface NotificationService extends DBusInterface {

  /** Its name on the session bus, and that of the interface. */
  String NAME = "org.freedesktop.Notifications";

  /** Where it is. */
  String PATH = "/org/freedesktop/Notifications";

  /** The words for what this desktop can do, such as "actions" and "body-markup". */
  @DBusMemberName("GetCapabilities")
  List<String> capabilities();

  /**
   * Shows a notification.
   *
   * @param replaces the number of the one that it replaces; 0 for none
   * @param actions pairs of a key and the words on its button; the key "default" is the
   *     notification itself
   * @param timeout in milliseconds; -1 as the desktop thinks right, 0 until somebody closes it
   * @return its number
   */
  @DBusMemberName("Notify")
  UInt32 show(
      String application,
      UInt32 replaces,
      String icon,
      String title,
      String text,
      List<String> actions,
      Map<String, Variant<?>> hints,
      int timeout);

  /** Somebody chose one of the actions. */
  @DBusMemberName("ActionInvoked")
  final class ActionInvoked extends DBusSignal {
    private final UInt32 number;

    public ActionInvoked(String path, UInt32 number, String key) throws DBusException {
      super(path, number, key);
      this.number = number;
    }

    /** The number of the notification. */
    UInt32 number() {
      return number;
    }
  }
}
