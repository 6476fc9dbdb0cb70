package org.mendedleaf.outside.dav;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mendedleaf.outside.dav.TriedStorage.LIST;

import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.State;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.standin.Fault;
import org.mendedleaf.standin.keep.Terms.KeepingState;

/**
 * Whatever goes wrong there ends in one sentence, with nothing half-done, and may be tried again.
 */
class FaultsTest {

  @TempDir Path folder;
  private TriedStorage tried;
  private DavStorage storage;

  @BeforeEach
  void start() throws Exception {
    tried = new TriedStorage(folder, TriedStorage.all());
    tried.standIn().faults().slow(3_000);
    storage = tried.open("Maren");
  }

  @AfterEach
  void stop() throws Exception {
    tried.close();
  }

  /** One of two tries is enough for what changes nothing. */
  @ParameterizedTest
  @EnumSource(
      value = Fault.class,
      names = {"CUT_OFF", "REFUSED", "BUSY", "SLOW"})
  void whatOnlyAsksIsAskedAgain(Fault fault) throws Exception {
    TriedStorage.put(storage, LIST, "one");
    TriedStorage.put(storage, LIST, "two");
    tried.standIn().faults().next(fault, method -> method.equals("PROPFIND"));
    tried.standIn().faults().next(fault, method -> method.equals("REPORT"));
    assertThat(storage.states(LIST)).hasSize(2);
  }

  @ParameterizedTest
  @EnumSource(
      value = Fault.class,
      names = {"REFUSED", "BUSY", "FULL"})
  void whatCannotBePutIsSaidAndCanBePutAgain(Fault fault) throws Exception {
    State first = TriedStorage.put(storage, LIST, "one");
    tried.standIn().faults().next(fault, method -> method.equals("PUT"));
    assertThatThrownBy(() -> TriedStorage.put(storage, LIST, "two"))
        .isInstanceOfSatisfying(
            StorageException.class,
            e ->
                assertThat(e.trouble())
                    .isEqualTo(fault == Fault.FULL ? Trouble.FULL : Trouble.AWAY))
        .message()
        .contains("127.0.0.1")
        .endsWith(".");
    assertThat(TriedStorage.texts(storage, LIST)).containsExactly("one");
    storage.put(LIST, TriedStorage.of("two"), Seen.of(first), Optional.empty(), Progress.NONE);
    assertThat(TriedStorage.texts(storage, LIST)).containsExactly("two", "one");
  }

  /** The answer is lost, and the new state is there: it is not put twice. */
  @ParameterizedTest
  @EnumSource(
      value = Fault.class,
      names = {"CUT_OFF", "SLOW"})
  void whatArrivedThoughNobodySaidSoIsNotPutTwice(Fault fault) throws Exception {
    TriedStorage.put(storage, LIST, "one");
    tried.standIn().faults().next(fault, method -> method.equals("PUT"));
    try {
      TriedStorage.put(storage, LIST, "two");
    } catch (StorageException e) {
      // A slow one may have been looked for before it arrived.
      assertThat(e.trouble()).isEqualTo(Trouble.AWAY);
      Thread.sleep(2_000);
    }
    assertThat(TriedStorage.texts(storage, LIST)).containsExactly("two", "one");
  }

  @Test
  void wrongBytesAreNoticed() throws Exception {
    State first = TriedStorage.put(storage, LIST, "one");
    tried.standIn().faults().next(Fault.WRONG_BYTES, method -> method.equals("GET"));
    assertThatThrownBy(() -> storage.open(LIST, first.id()).readAllBytes())
        .isInstanceOfSatisfying(
            StorageException.class, e -> assertThat(e.trouble()).isEqualTo(Trouble.DAMAGED));
    assertThat(storage.open(LIST, first.id()).readAllBytes()).asString().isEqualTo("one");
  }

  @Test
  void bytesThatBreakOffAreNoWholeState() throws Exception {
    State first = TriedStorage.put(storage, LIST, "one");
    tried.standIn().faults().next(Fault.CUT_OFF, method -> method.equals("GET"));
    assertThatThrownBy(() -> storage.open(LIST, first.id()).readAllBytes())
        .isInstanceOf(StorageException.class)
        .message()
        .contains("127.0.0.1");
  }

  @Test
  void settingsThatAreChangedPastUsAreNoticed() throws Exception {
    TriedStorage.put(storage, LIST, "one");
    tried.standIn().keep().set(tried.standIn().keep().terms().with(KeepingState.PAUSED));
    assertThat(storage.settings().kept())
        .isEqualTo(org.mendedleaf.core.outside.StorageSettings.Kept.PAUSED);
  }

  @Test
  void aServerThatIsNotThereIsSaid() throws Exception {
    tried.standIn().close();
    assertThatThrownBy(() -> storage.states(LIST))
        .isInstanceOfSatisfying(StorageException.class, e -> assertThat(e.mayPass()).isTrue())
        .message()
        .isEqualTo("127.0.0.1 cannot be reached. Nothing was changed; try again later.");
  }
}
