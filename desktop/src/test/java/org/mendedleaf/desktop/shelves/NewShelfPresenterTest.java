package org.mendedleaf.desktop.shelves;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.history.Role;
import org.mendedleaf.core.history.ShelfSettings.Recording;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.session.Shelf;
import org.mendedleaf.desktop.work.InTurn;
import org.mendedleaf.desktop.work.navigation.Navigator;
import org.mendedleaf.desktop.work.navigation.Place;

/** Making shelves, with and without a store that is there already. */
class NewShelfPresenterTest {

  @TempDir Path base;
  private final Navigator navigator = mock(Navigator.class);
  private TestDesk desk;
  private NewShelfPresenter presenter;
  private Path letters;

  @BeforeEach
  void aFolder() throws Exception {
    desk = new TestDesk(base);
    letters = Files.createDirectory(base.resolve("Letters"));
    Files.writeString(letters.resolve("offer.txt"), "our offer");
    presenter = new NewShelfPresenter(InTurn.of(desk, navigator));
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Optional<Shelf> shelf(String name) throws Exception {
    return desk.office().shelves().all().stream().filter(one -> one.name().equals(name)).findAny();
  }

  @Test
  void aStoreThatIsThereIsSuggestedAndTakesTheNextShelfAtOnce() throws Exception {
    List<Path> suggested = new ArrayList<>();
    presenter.suggestStore(suggested::add);
    assertThat(suggested).hasSize(1);
    presenter.protect(letters, suggested.get(0), Optional.empty(), Role.MAKER, Recording.ON);
    verify(navigator).go(any(Place.OneShelf.class));
    Shelf made = shelf("Letters").orElseThrow();
    assertThat(made.store()).isEqualTo(desk.shelf().store());
    assertThat(desk.office().plans().of(made)).as("a first choice of what is kept").isPresent();
    assertThat(desk.office().shelves().browse(made, org.mendedleaf.core.history.InnerPath.ROOT))
        .allMatch(row -> row.revision().isPresent());
  }

  @Test
  void aFolderThatIsToBeRecordedLaterIsNotReadYet() throws Exception {
    presenter.protect(
        letters, base.resolve("other store"), Optional.empty(), Role.LOOKER, Recording.NOT_YET);
    Shelf made = shelf("Letters").orElseThrow();
    assertThat(made.settings().recording()).isEqualTo(Recording.NOT_YET);
    assertThat(desk.office().shelves().browse(made, org.mendedleaf.core.history.InnerPath.ROOT))
        .noneMatch(row -> row.revision().isPresent());
  }

  @Test
  void aStoreInTheFolderItselfIsRefusedAndNothingIsMade() throws Exception {
    presenter.protect(
        letters, letters.resolve("store"), Optional.empty(), Role.MAKER, Recording.ON);
    verify(navigator).complain(any());
    verify(navigator, never()).go(any());
    assertThat(shelf("Letters")).isEmpty();
    assertThat(letters.resolve("store")).doesNotExist();
  }

  @Test
  void aDepositShelfNeedsNoFolder() throws Exception {
    presenter.makeDeposit(
        "Contracts", base.resolve("contracts store"), Optional.empty(), Role.LOOKER);
    assertThat(shelf("Contracts").orElseThrow().isDeposit()).isTrue();
  }

  @Test
  void aNewStoreIsEncryptedIfThatIsWantedAndThePassphraseIsLongEnough() throws Exception {
    Path secret = base.resolve("secret store");
    presenter.protect(letters, secret, wanted("sails"), Role.MAKER, Recording.ON);
    verify(navigator).complain(any());
    assertThat(secret).doesNotExist();

    presenter.protect(letters, secret, wanted("sails and ropes"), Role.MAKER, Recording.ON);
    Shelf made = shelf("Letters").orElseThrow();
    assertThat(desk.office().stores().facts(made.store()).encrypted()).isTrue();
    presenter.look(letters.toString(), secret.toString());
    assertThat(presenter.outlookProperty().get().hasStore()).isTrue();
  }

  private Optional<NewShelfPresenter.WantedSecret> wanted(String passphrase) {
    return Optional.of(
        new NewShelfPresenter.WantedSecret(Passphrase.of(passphrase), presenter.newRecoveryKey()));
  }

  @Test
  void whatIsKnownOfAPlaceGoesWithIt() {
    presenter.look(letters.toString(), base.resolve("not/there/yet").toString());
    assertThat(presenter.outlookProperty().get().free()).isPositive();
    assertThat(presenter.outlookProperty().get().sameDrive()).isTrue();
    presenter.look(letters.toString(), "");
    assertThat(presenter.outlookProperty().get()).isNull();
    List<Optional<Path>> begin = new ArrayList<>();
    presenter.ifFolder(letters.toString(), begin::add);
    presenter.ifFolder(letters.resolve("offer.txt").toString(), begin::add);
    assertThat(begin).containsExactly(Optional.of(letters), Optional.empty());
  }
}
