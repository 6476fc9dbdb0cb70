package org.mendedleaf.desktop.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.startsWith;
import static org.mockito.Mockito.isNull;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.office.Office;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.session.KeyRing;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;

/** From its page a plain store becomes an encrypted one, and its passphrase another. */
class SecrecyPresenterTest {

  private static final Passphrase FIRST = Passphrase.of("kite cloth 91");
  private static final Passphrase SECOND = Passphrase.of("batten and leech");

  @TempDir Path base;
  private final Navigator navigator = mock();
  private TestDesk desk;
  private SecrecyPresenter presenter;
  private String store;
  private int done;

  @BeforeEach
  void aPlainStore() throws Exception {
    desk = new TestDesk(base);
    desk.write("panels.csv", "panel;cloth\n1;dacron\n");
    desk.capture();
    store = desk.shelf().store();
    presenter = new SecrecyPresenter(InTurn.of(desk, navigator), store);
  }

  @AfterEach
  void close() {
    desk.closeAsItIs();
  }

  private String refused() {
    return presenter.refusedProperty().get();
  }

  private RecoveryKey encrypt() {
    RecoveryKey key = presenter.freshKey();
    presenter.encrypt(base.resolve("sealed").toString(), FIRST, key, () -> done++);
    return key;
  }

  /** What another start of the program would see with this. */
  private void opensAnew(String typed) throws Exception {
    try (Office office = Office.open(desk.office().settings().withKeys(new KeyRing()))) {
      office.stores().encryption().unlock(store, typed);
      assertThat(office.shelves().all()).hasSize(1);
    }
  }

  @Test
  void theCopyIsForetoldMadeAndUsed() throws Exception {
    presenter.look(base.resolve("sealed").toString());
    String takes = presenter.planProperty().get().map(SecrecyPresenter::said).orElseThrow();
    assertThat(takes).contains("are read and written").doesNotContain("mirror");
    encrypt();
    assertThat(refused()).isEmpty();
    assertThat(done).isEqualTo(1);
    assertThat(desk.office().stores().facts(store).encrypted()).isTrue();
    assertThat(desk.office().stores().facts(store).folder()).isEqualTo(base.resolve("sealed"));
    assertThat(base.resolve("store/store.json")).as("the plain one stays").exists();
    verify(navigator).tell(startsWith("The store is encrypted and lies in"), isNull());
    desk.write("panels.csv", "panel;cloth\n1;nylon\n");
    desk.capture();
    assertThat(desk.office().stores().facts(store).folder()).isEqualTo(base.resolve("sealed"));
  }

  @Test
  void whereNoCopyCanBeMadeItIsSaidInTheForm() throws Exception {
    Files.createDirectories(base.resolve("sealed"));
    Files.writeString(base.resolve("sealed/letter.txt"), "mine");
    encrypt();
    assertThat(refused()).contains("is not empty");
    presenter.encrypt(
        base.resolve("store/inside").toString(), FIRST, presenter.freshKey(), () -> done++);
    assertThat(refused()).contains("lie inside each other");
    assertThat(done).isZero();
    assertThat(desk.office().stores().facts(store).encrypted()).isFalse();
    presenter.look(" ");
    assertThat(refused()).isEmpty();
    assertThat(presenter.planProperty().get()).isEmpty();
  }

  @Test
  void onlyWhoCanOpenItChangesThePassphrase() throws Exception {
    RecoveryKey key = encrypt();
    presenter.change("kite cloth 92", SECOND, Optional.empty(), () -> done++);
    assertThat(refused()).startsWith("That is neither its passphrase nor its recovery key");
    assertThat(done).isEqualTo(1);
    presenter.change("kite cloth 91", SECOND, Optional.empty(), () -> done++);
    assertThat(refused()).isEmpty();
    assertThat(done).isEqualTo(2);
    opensAnew("batten and leech");
    opensAnew(key.shown());
    assertThatThrownBy(() -> opensAnew("kite cloth 91")).isInstanceOf(LockedStoreException.class);
  }

  @Test
  void theRecoveryKeyOpensItWhereThePassphraseIsLostAndCanBeReplaced() throws Exception {
    RecoveryKey key = encrypt();
    RecoveryKey other = presenter.freshKey();
    presenter.change(key.shown(), SECOND, Optional.of(other), () -> done++);
    assertThat(refused()).isEmpty();
    opensAnew(other.shown().toLowerCase(Locale.ROOT));
    assertThatThrownBy(() -> opensAnew(key.shown())).isInstanceOf(LockedStoreException.class);
  }
}
