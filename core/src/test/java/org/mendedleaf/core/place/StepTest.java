package org.mendedleaf.core.place;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mendedleaf.core.history.FileState;
import org.mendedleaf.core.history.ReceiptItem;
import org.mendedleaf.core.history.ReceiptItem.Outcome;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.seal.DataKey;

/** What is planned for one target, what it writes, and what is remembered of it. */
class StepTest {

  private static final Set<Outcome> WRITES =
      EnumSet.of(Outcome.RECOVERED, Outcome.MADE_ROOM, Outcome.BESIDE);
  private static final Set<Outcome> CONFLICTS =
      EnumSet.of(Outcome.MADE_ROOM, Outcome.BESIDE, Outcome.LEFT, Outcome.REFUSED);

  @TempDir Path base;
  private TestDesk desk;
  private FileState state;

  @BeforeEach
  void aState() throws Exception {
    desk = new TestDesk(base);
    desk.write("list.csv", "jib;410");
    desk.capture();
    state = desk.life("list.csv").newest().state();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  private Step step(Outcome planned) {
    return new Step(
        base.resolve("out/list.csv"),
        Optional.empty(),
        planned,
        Optional.of(state),
        OptionalLong.of(7),
        OptionalInt.of(3),
        "");
  }

  @ParameterizedTest
  @EnumSource(Outcome.class)
  void whatIsWrittenAndWhatIsInTheWayFollowsFromItsEnd(Outcome outcome) {
    Step step = step(outcome);
    assertThat(step.bytes() > 0).isEqualTo(WRITES.contains(outcome) || outcome == Outcome.PACKED);
    assertThat(step.puts()).isEqualTo(WRITES.contains(outcome));
    assertThat(step.isConflict()).isEqualTo(CONFLICTS.contains(outcome));
    assertThat(step.ending(Outcome.REFUSED, "in use").item(Optional.empty()).why())
        .isEqualTo("in use");
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void aPlanIsReadAsItWasWrittenUntilItEnds(boolean encrypted) throws Exception {
    Optional<DataKey> key =
        encrypted ? Optional.of(DataKey.random(new Random(1))) : Optional.empty();
    PlanFile plan = new PlanFile(base.resolve("plan"), "5e", key);
    assertThat(plan.read()).isEmpty();
    plan.write(List.of(step(Outcome.RECOVERED), step(Outcome.LEFT)), Map.of());
    assertThat(plan.read())
        .extracting(ReceiptItem::outcome)
        .containsExactly(Outcome.RECOVERED, Outcome.LEFT);
    assertThat(plan.read().get(0).target()).endsWith("out/list.csv");
    assertThat(Files.readString(base.resolve("plan")).contains("list.csv")).isEqualTo(!encrypted);
    plan.end();
    assertThat(plan.read()).isEmpty();
  }

  @Test
  void aPlanThatIsDamagedCountsAsNone() throws Exception {
    PlanFile plan = new PlanFile(base.resolve("plan"), "5e", Optional.empty());
    plan.write(List.of(step(Outcome.RECOVERED)), Map.of());
    byte[] bytes = Files.readAllBytes(base.resolve("plan"));
    bytes[10] ^= 1;
    Files.write(base.resolve("plan"), bytes);
    assertThat(plan.read()).isEmpty();
  }

  @Test
  void aTargetHoldsAStateWhereTheSameBytesOrTheSameLinkStand() throws Exception {
    TargetCheck check = new TargetCheck(desk.office().files().contents(desk.shelf().store()), 2);
    assertThat(check.holds(desk.file("list.csv"), state)).isTrue();
    assertThat(check.holds(desk.write("other.csv", "jib;411"), state)).isFalse();
    assertThat(check.holds(desk.write("longer.csv", "jib;4100"), state)).isFalse();
    assertThat(check.holds(base.resolve("nothing"), state)).isFalse();
    Path link = Files.createSymbolicLink(base.resolve("link"), desk.file("list.csv"));
    assertThat(check.holds(link, state)).as("a link is not what it leads to").isFalse();
    assertThat(check.holds(Files.createDirectory(base.resolve("folder")), state)).isFalse();
  }

  @Test
  void nothingIsWrittenWhereAStoreOrADeskKeepsItsData() throws Exception {
    assertThat(ForbiddenPlaces.why(base.resolve("store/sheaves/new.txt")).orElseThrow())
        .contains("it lies in the store");
    assertThat(ForbiddenPlaces.why(base.resolve("home/new/deep.txt")).orElseThrow())
        .contains("keeps the data of a desk");
    assertThat(ForbiddenPlaces.why(base.resolve("out/new.txt"))).isEmpty();
    Path alike = Files.createDirectories(base.resolve("alike"));
    Files.writeString(alike.resolve("desk.json"), "{}");
    assertThat(ForbiddenPlaces.why(alike.resolve("x"))).as("only named so").isEmpty();
    Files.createDirectory(alike.resolve("catalogues"));
    assertThat(ForbiddenPlaces.why(alike.resolve("x"))).isPresent();
    Files.delete(alike.resolve("catalogues"));
    Files.createFile(alike.resolve("owner.lock"));
    assertThat(ForbiddenPlaces.why(alike.resolve("x"))).isPresent();
    Path link = Files.createSymbolicLink(base.resolve("shortcut"), base.resolve("store"));
    assertThat(ForbiddenPlaces.why(link.resolve("x"))).as("through a link").isPresent();
  }
}
