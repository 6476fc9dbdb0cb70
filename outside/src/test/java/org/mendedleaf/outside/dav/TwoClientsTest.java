package org.mendedleaf.outside.dav;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.outside.Seen;
import org.mendedleaf.core.outside.StorageException;
import org.mendedleaf.core.outside.StorageException.Trouble;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.standin.keep.Trait;

/** Two clients at once, with faults: nothing is lost, nor overwritten unseen. */
class TwoClientsTest {

  @TempDir Path folder;

  /** 500 of them with the profile for nights. */
  @Test
  void randomListsOfActsHaveTheOutcomeThatTheReferenceHas() throws Exception {
    for (long seed = 0; seed < Integer.getInteger("outside.lists", 15); seed++) {
      try (RandomActs acts = new RandomActs(folder.resolve("kept" + seed), seed)) {
        acts.run(20);
      }
    }
  }

  /** With strong tags, and with locks alone. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void ofTwoWhoPutAtTheSameTimeOneIsTold(boolean isTagged) throws Exception {
    var traits = TriedStorage.all();
    if (!isTagged) {
      traits.remove(Trait.CONDITIONAL);
    }
    ExecutorService two = Executors.newFixedThreadPool(2);
    try (TriedStorage tried = new TriedStorage(folder, traits)) {
      DavStorage storage = tried.open("Maren");
      DavStorage other = tried.open("Jonas");
      Random random = new Random(20);
      List<String> put = new ArrayList<>();
      put.add("first");
      TriedStorage.put(storage, TriedStorage.LIST, "first");
      for (int i = 0; i < 30; i++) {
        Seen seen = TriedStorage.seen(storage, TriedStorage.LIST);
        String one = "one " + i + " " + random.nextInt();
        String another = "another " + i + " " + random.nextInt();
        List<Future<Boolean>> done =
            two.invokeAll(List.of(put(storage, seen, one), put(other, seen, another)));
        boolean isOne = done.get(0).get();
        boolean isAnother = done.get(1).get();
        assertThat(isOne && isAnother).as("both think that they were alone").isFalse();
        if (isOne || isAnother) {
          put.add(0, isOne ? one : another);
        }
        assertThat(TriedStorage.texts(other, TriedStorage.LIST)).isEqualTo(put);
      }
      assertThat(put).hasSizeGreaterThan(isTagged ? 30 : 5);
    } finally {
      two.shutdown();
    }
  }

  private static Callable<Boolean> put(DavStorage storage, Seen seen, String text) {
    return () -> {
      try {
        storage.put(
            TriedStorage.LIST, TriedStorage.of(text), seen, Optional.empty(), Progress.NONE);
        return true;
      } catch (StorageException e) {
        // Changed, or locked by the other at that moment.
        assertThat(e.trouble()).isIn(Trouble.CHANGED, Trouble.REFUSED, Trouble.DAMAGED);
        return false;
      } catch (IOException e) {
        throw new AssertionError(e);
      }
    };
  }
}
