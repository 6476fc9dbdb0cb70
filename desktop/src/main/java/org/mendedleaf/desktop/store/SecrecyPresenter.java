package org.mendedleaf.desktop.store;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.stores.Encryption;
import org.mendedleaf.core.stores.Encryption.CopyPlan;
import org.mendedleaf.desktop.words.Shown;
import org.mendedleaf.desktop.words.Words;
import org.mendedleaf.desktop.work.Context;

/**
 * Makes a plain store an encrypted one and changes passphrases; knows no nodes. For the interface
 * thread.
 */
final class SecrecyPresenter {

  private final Context context;
  private final String store;
  private final ReadOnlyObjectWrapper<Optional<CopyPlan>> plan =
      new ReadOnlyObjectWrapper<>(Optional.empty());
  private final ReadOnlyStringWrapper refused = new ReadOnlyStringWrapper("");
  private int asked;

  SecrecyPresenter(Context context, String store) {
    this.context = context;
    this.store = store;
  }

  /** What a copy in the folder that was typed takes; empty where none can be made there. */
  ReadOnlyObjectProperty<Optional<CopyPlan>> planProperty() {
    return plan.getReadOnlyProperty();
  }

  /** Why what was typed was not taken; empty if it was. */
  ReadOnlyStringProperty refusedProperty() {
    return refused.getReadOnlyProperty();
  }

  RecoveryKey freshKey() {
    return context.office().stores().encryption().newRecoveryKey();
  }

  /** Looks what a copy in this folder would take. */
  void look(String folder) {
    int mine = ++asked;
    plan.set(Optional.empty());
    refused.set("");
    if (folder.isBlank()) {
      return;
    }
    Office office = context.office();
    context
        .background()
        .ask(
            () -> office.stores().encryption().rehearse(store, Shown.pathWritten(folder.strip())),
            found -> {
              if (mine == asked) {
                plan.set(Optional.of(found));
              }
            },
            // Whoever is still typing has not named a place yet.
            problem -> {});
  }

  /** What a copy takes, in sentences. */
  static String said(CopyPlan of) {
    String room =
        Words.of(
            of.fits() ? "secrecy.encrypt.room" : "secrecy.encrypt.tight",
            Shown.size(of.bytes()),
            Shown.size(of.free()));
    return of.mirror()
        .map(mirror -> room + " " + Words.of("secrecy.encrypt.mirror", Shown.path(mirror)))
        .orElse(room);
  }

  /** Makes an encrypted copy in this folder and uses it from now on. */
  void encrypt(String folder, Passphrase passphrase, RecoveryKey recovery, Runnable done) {
    Office office = context.office();
    Path to = Shown.pathWritten(folder.strip());
    start(
        "secrecy.encrypting",
        progress -> {
          Path plain = office.stores().facts(store).folder();
          office
              .stores()
              .encryption()
              .encrypt(store, to, Encryption.chosen(passphrase, Optional.of(recovery)), progress);
          // What lies on the tray is about the store, and is sealed from now on.
          office.recoveries().keep(office.recoveries().kept());
          return Words.of("secrecy.encrypted.done", Shown.path(to), Shown.path(plain));
        },
        done);
  }

  /**
   * Lets another passphrase open the store from now on.
   *
   * @param present the one that opens it now, or its recovery key
   * @param recovery one that replaces the former recovery key; empty to leave that
   */
  void change(
      String present, Passphrase passphrase, Optional<RecoveryKey> recovery, Runnable done) {
    Office office = context.office();
    start(
        "secrecy.changing",
        progress -> {
          Encryption encryption = office.stores().encryption();
          encryption.unlock(store, present);
          encryption.change(store, Encryption.chosen(passphrase, recovery));
          return Words.of(recovery.isPresent() ? "secrecy.changed.key" : "secrecy.changed");
        },
        done);
  }

  private interface SecretWork {
    /** Returns what is told afterwards. */
    String run(Progress progress) throws IOException;
  }

  /** What is refused is told where it was typed. */
  private void start(String title, SecretWork work, Runnable done) {
    refused.set("");
    context.start(
        Words.of(title),
        progress -> {
          try {
            return new SecretAnswer(work.run(progress), "");
          } catch (LockedStoreException e) {
            return new SecretAnswer("", Words.of("store.wrong"));
          } catch (SentenceException e) {
            return new SecretAnswer("", String.valueOf(e.getMessage()));
          }
        },
        told -> {
          refused.set(told.refused());
          if (told.refused().isEmpty()) {
            done.run();
            context.navigator().refresh();
            context.tell(told.done());
          }
        });
  }

  private record SecretAnswer(String done, String refused) {}
}
