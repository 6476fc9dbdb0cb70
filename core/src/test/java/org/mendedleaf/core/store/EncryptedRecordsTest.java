package org.mendedleaf.core.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.drive.LocalDurability;
import org.mendedleaf.core.seal.DataKey;
import org.mendedleaf.core.seal.Passphrase;
import org.mendedleaf.core.seal.RecoveryKey;
import org.mendedleaf.core.seal.Secrecy;
import org.mendedleaf.core.seal.Stretching;
import org.mendedleaf.core.store.format.ContentId;
import org.mendedleaf.core.store.format.DamagedContentException;
import org.mendedleaf.core.store.format.LockedStoreException;
import org.mendedleaf.core.store.format.RecordFormat;
import org.mendedleaf.core.store.format.SheafFormat;
import org.mendedleaf.core.store.format.SheafId;
import org.mendedleaf.core.store.format.SheafReader;
import org.mendedleaf.core.store.format.StoreCipher;
import org.mendedleaf.core.store.format.StoreDescription;
import org.mendedleaf.core.store.format.StoreParameters;
import org.mendedleaf.core.store.format.StoreSeal;
import org.mendedleaf.core.store.format.StoredRecord;
import org.mendedleaf.core.store.log.Segment;
import org.mendedleaf.core.store.log.SegmentFormat;

/**
 * What somebody can do to the files of an encrypted store who has no key, but knows the format and
 * makes every checksum fit.
 */
class EncryptedRecordsTest {

  private static final Passphrase KITE = Passphrase.of("kite cloth 91");
  private static final Secrecy SECRECY =
      new Secrecy(KITE, new Stretching(64, 1, 1), Optional.of(RecoveryKey.random(new Random(9))));
  private static final byte[] BLOCK =
      "{\"path\":\"loft/mainsail.csv\"}\n".repeat(20).getBytes(StandardCharsets.UTF_8);

  @TempDir Path base;
  private Store store;
  private SheafId sheaf;
  private StoredRecord record;

  @BeforeEach
  void oneSheafAndTwoCommits() throws Exception {
    store = make("store", Optional.of(SECRECY));
    sheaf = write(store);
    store.log().publish(0, Segment.NO_PREDECESSOR, List.of("{\"act\":\"make\"}"));
    store
        .log()
        .publish(1, store.log().read(0).orElseThrow().hash(), List.of("{\"act\":\"capture\"}"));
    record = record(store);
  }

  private Store make(String name, Optional<Secrecy> secrecy) throws Exception {
    return Store.make(
        base.resolve(name),
        StoreParameters.STANDARD.forTrial(),
        secrecy,
        Instant.EPOCH,
        "desk",
        LocalDurability.probe(base).unforced(),
        new Random(1));
  }

  private static SheafId write(Store store) throws Exception {
    try (WriteSession session = store.write(id -> Optional.empty())) {
      session.metadata(BLOCK);
      return session.finish().get(0).id();
    }
  }

  private StoredRecord record(Store of) throws Exception {
    SheafFormat.Extent extent = of.sheaves().reading(sheaf, SheafReader::extents).get(0);
    return of.sheaves().reading(sheaf, reader -> reader.record(extent.offset(), extent.length()));
  }

  @AfterEach
  void close() {
    store.close();
  }

  private Store again(Passphrase passphrase) throws Exception {
    return Store.open(
        store.root(),
        LocalDurability.probe(base).unforced(),
        new Random(2),
        (description, where) ->
            description
                .seal()
                .flatMap(seal -> seal.open(description.id(), passphrase))
                .orElseThrow(() -> LockedStoreException.withWrongPassphrase(where)));
  }

  @Test
  void whatWasSealedIsReadAgainAndTellsNothing() throws Exception {
    try (Store opened = again(KITE)) {
      assertThat(record(opened).payload()).isEqualTo(record.payload());
      assertThat(opened.log().read(1).orElseThrow().lines())
          .containsExactly("{\"act\":\"capture\"}");
      assertThat(opened.sheaves().reading(sheaf, SheafReader::heads).get(0).directory())
          .isEqualTo(record.directory());
    }
    byte[] bytes = Files.readAllBytes(store.layout().sheaf(sheaf));
    assertThat(holds(bytes, record.payload())).isFalse();
    assertThat(holds(bytes, record.directory().get(0).id().bytes())).isFalse();
  }

  private static boolean holds(byte[] all, byte[] some) {
    for (int at = 0; at + some.length <= all.length; at++) {
      if (Arrays.equals(all, at, at + some.length, some, 0, some.length)) {
        return true;
      }
    }
    return false;
  }

  @Test
  void withoutThePassphraseNothingOpens() {
    assertThatThrownBy(() -> again(Passphrase.of("kite cloth 92")))
        .isInstanceOf(LockedStoreException.class)
        .hasMessageContaining("not the passphrase");
    assertThatThrownBy(
            () -> Store.open(store.root(), LocalDurability.probe(base).unforced(), new Random(2)))
        .isInstanceOf(LockedStoreException.class)
        .hasMessageContaining("not known here");
  }

  /** Changes a bit anywhere in a record, and makes its checksum fit. */
  @Test
  void noBitOfARecordCanBeChanged() throws Exception {
    Path file = store.layout().sheaf(sheaf);
    byte[] whole = Files.readAllBytes(file);
    SheafFormat.Extent extent = store.sheaves().reading(sheaf, SheafReader::extents).get(0);
    int from = (int) extent.offset();
    int to = from + extent.length() - RecordFormat.CHECKSUM;
    for (int at = from + 8; at < to; at++) {
      byte[] changed = whole.clone();
      changed[at] ^= 4;
      ByteBuffer.wrap(changed).putInt(to, RecordFormat.checksum(changed, from, to - from));
      Files.write(file, changed);
      try (Store opened = again(KITE)) {
        assertThatThrownBy(() -> record(opened))
            .as("byte %d", at - from)
            .isInstanceOf(Exception.class);
        assertThat(opened.verification().deep(sheaf).damage()).hasSize(1);
      }
    }
  }

  @Test
  void aPlainRecordThatSomebodyPlantsDoesNotCount() throws Exception {
    byte[] planted = RecordFormat.encode(record, null, sheaf, 0);

    assertThatThrownBy(() -> RecordFormat.decode(planted, "there", store.cipher()))
        .hasMessageContaining("somebody else has written it");
  }

  @Test
  void aRecordOfAnotherStoreDoesNotCount() throws Exception {
    StoreCipher other = new StoreCipher(DataKey.random(new Random(7)));
    byte[] planted = RecordFormat.encode(record, other, sheaf, 32);

    assertThatThrownBy(() -> RecordFormat.decode(planted, "there", store.cipher()))
        .hasMessageContaining("not what was written with the key");
  }

  @Test
  void noBitOfACommitCanBeChangedOrPutInPlaceOfAnother() throws Exception {
    Path file = store.root().resolve("log/000000000001.seg");
    byte[] whole = Files.readAllBytes(file);
    int end = whole.length - ContentId.BYTES;
    for (int at = 16; at < end; at++) {
      byte[] changed = whole.clone();
      changed[at] ^= 1;
      System.arraycopy(ContentId.hash(changed, 0, end).bytes(), 0, changed, end, ContentId.BYTES);
      assertThatThrownBy(() -> SegmentFormat.decode(changed, 1, "there", store.cipher()))
          .isInstanceOf(DamagedContentException.class);
    }
    byte[] plain =
        SegmentFormat.encode(
            1, store.log().read(0).orElseThrow().hash(), List.of("{\"act\":\"erase\"}"));
    assertThatThrownBy(() -> SegmentFormat.decode(plain, 1, "there", store.cipher()))
        .hasMessageContaining("somebody else has written it");
  }

  @Test
  void nothingThatTheDescriptionSaysCanBeChanged() throws Exception {
    StoreDescription said = store.description();
    StoreDescription changed =
        new StoreDescription(
            said.format(),
            said.id(),
            said.created(),
            said.cutting(),
            said.sheafLimit(),
            false,
            said.access(),
            Optional.of("another desk"),
            said.seal());
    for (Path copy : List.of(store.layout().description(), store.layout().descriptionTwin())) {
      Files.write(copy, changed.encode());
    }

    assertThatThrownBy(() -> again(KITE))
        .hasMessageContaining("nobody has written who has the key");
  }

  @Test
  void packedAndRewrittenRecordsStayAsTheyWere() throws Exception {
    SheafId second = write(store);
    Packing.Packed packed = store.packing().pack(List.of(sheaf, second), 2).orElseThrow();

    byte[] before = Files.readAllBytes(store.layout().sheaf(sheaf));
    SheafFormat.Extent extent = store.sheaves().reading(sheaf, SheafReader::extents).get(0);
    byte[] first = Arrays.copyOfRange(before, 32, 32 + extent.length());
    assertThat(holds(Files.readAllBytes(store.layout().sheaf(packed.sheaf().id())), first))
        .isTrue();
    assertThat(store.contents(packed.sheaf().id()).entries()).hasSize(2);
  }

  @Test
  void aStoreThatIsWeighedIsAsLongAsTheOneThatIsWritten() throws Exception {
    try (NewSheaves weighed = new NewSheaves.WeighedSheaves(store.description());
        NewSheaves written = new NewSheaves.WrittenSheaves(store)) {
      for (NewSheaves one : List.of(weighed, written)) {
        one.append(record);
        one.append(record);
        var unused = one.finish();
      }
      assertThat(weighed.bytes()).isEqualTo(written.bytes());
    }
  }

  @Test
  void anotherPassphraseOpensItWithoutAnythingWrittenAnew() throws Exception {
    byte[] before = Files.readAllBytes(store.layout().sheaf(sheaf));
    Passphrase other = Passphrase.of("webbing and brass");

    store.protect(new Secrecy(other, new Stretching(64, 1, 1), Optional.empty()));

    try (Store opened = again(other)) {
      assertThat(record(opened).payload()).isEqualTo(record.payload());
      // Who replaces only the passphrase keeps the printed key.
      StoreSeal seal = opened.description().seal().orElseThrow();
      assertThat(seal.open(opened.description().id(), SECRECY.recovery().orElseThrow()))
          .isPresent();
    }
    assertThatThrownBy(() -> again(KITE)).isInstanceOf(LockedStoreException.class);
    assertThat(Files.readAllBytes(store.layout().sheaf(sheaf))).isEqualTo(before);
  }

  @Test
  void aProgramThatKnowsOnlyPlainStoresRefusesIt() throws Exception {
    assertThat(Files.readString(store.layout().description())).startsWith("{\"format\":2,");
    try (Store plain = make("plain", Optional.empty())) {
      assertThat(Files.readString(plain.layout().description())).startsWith("{\"format\":1,");
    }
  }
}
