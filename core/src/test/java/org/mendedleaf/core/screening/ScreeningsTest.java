package org.mendedleaf.core.screening;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.findings.Finding;
import org.mendedleaf.core.findings.FindingKind;
import org.mendedleaf.core.findings.FindingStrength;
import org.mendedleaf.core.history.Act;
import org.mendedleaf.core.history.LedgerEntry;
import org.mendedleaf.core.office.Ledgers;
import org.mendedleaf.core.office.Todays;
import org.mendedleaf.core.oracle.TestDesk;
import org.mendedleaf.core.progress.Progress;
import org.mendedleaf.core.screening.Screenings.DoubtfulFile;
import org.mendedleaf.core.session.FileRef;

/** What is told of files that were damaged by saving, and what becomes of it. */
class ScreeningsTest {

  private static final Duration LONG = Duration.ofMinutes(1);

  @TempDir Path base;
  private TestDesk desk;

  @BeforeEach
  void anOffice() throws Exception {
    desk = new TestDesk(base);
    desk.write("prices.csv", prices(60, 0));
    desk.write("panels.csv", panels(60));
    desk.capture();
    desk.write("prices.csv", prices(60, 1));
    desk.capture();
  }

  @AfterEach
  void close() {
    desk.close();
  }

  @Test
  void ordinaryWorkIsNotDoubtfulAndAddsNothingToTheLog() throws Exception {
    long before = acts().size();
    for (int round = 2; round < 8; round++) {
      desk.write("prices.csv", prices(60 + round, round));
      desk.capture();
    }
    assertThat(screen()).isEqualTo(2 + 1 + 6);
    assertThat(doubtful()).isEmpty();
    assertThat(acts()).hasSize((int) before + 6);
    assertThat(screen()).as("examined once").isZero();
  }

  @Test
  void garbageSavedThreeTimesOverIsStillGarbage() throws Exception {
    String mash = mash(600);
    desk.write("prices.csv", mash.getBytes(UTF_8));
    desk.capture();
    desk.write("prices.csv", (mash + "\nand a line below it\n").getBytes(UTF_8));
    desk.capture();
    desk.write("prices.csv", ("a line above it\n" + mash).getBytes(UTF_8));
    desk.capture();
    var unused = screen();

    DoubtfulFile found = only();
    assertThat(found.first().kind()).isEqualTo(FindingKind.RUBBISH);
    assertThat(found.first().strength()).isEqualTo(FindingStrength.SURE);
    assertThat(found.newest().number()).isEqualTo(4);
    assertThat(found.since().number()).as("when it began").isEqualTo(2);
    assertThat(found.lastGood().orElseThrow().number()).isEqualTo(1);
    assertThat(life("prices.csv").findings().lastGood()).hasValue(1);
  }

  /** The sizes of what was damaged before must not make the next one look usual. */
  @Test
  void littleThatIsSavedAgainAndAgainIsStillGarbage() throws Exception {
    for (int i = 0; i < 9; i++) {
      desk.write("prices.csv", prices(150, i));
      desk.capture();
    }
    for (int i = 0; i < 4; i++) {
      desk.write("prices.csv", "rt uu io".repeat(i + 1).getBytes(UTF_8));
      desk.capture();
    }
    var unused = screen();
    assertThat(only().first().strength().isDamage()).isTrue();
    assertThat(only().lastGood().orElseThrow().number()).isEqualTo(10);
  }

  /** Typed into, and the typing taken back in the program: the same garbage once more. */
  @Test
  void garbageThatWasThereBeforeIsNoOlderStateThatIsBack() throws Exception {
    for (String more : List.of("", "\nand a line below it\n", "")) {
      desk.write("prices.csv", (mash(600) + more).getBytes(UTF_8));
      desk.capture();
    }
    var unused = screen();
    assertThat(only().first().kind()).isEqualTo(FindingKind.STILL_CARRIES);
    assertThat(only().first().strength()).isEqualTo(FindingStrength.SURE);
    assertThat(only().lastGood().orElseThrow().number()).isEqualTo(1);
  }

  /** "Worth a look" is an open finding as well: what carries it on is not the last good state. */
  @Test
  void whatIsWorthALookIsNotGoodBecauseItIsSavedAgain() throws Exception {
    String letter = "The loft is closed on Friday and open on Saturday until noon, as before. ";
    desk.write("prices.csv", letter.repeat(30).getBytes(UTF_8));
    desk.capture();
    desk.write("prices.csv", (letter.repeat(30) + "Thank you.").getBytes(UTF_8));
    desk.capture();
    var unused = screen();
    assertThat(only().first().kind()).isEqualTo(FindingKind.STILL_CARRIES);
    assertThat(only().first().strength()).isEqualTo(FindingStrength.WORTH_A_LOOK);
    assertThat(only().lastGood().orElseThrow().number()).isEqualTo(1);
    assertThat(only().since().number()).isEqualTo(2);
  }

  /** What another file got from here later is not its content that lies here. */
  @Test
  void aContentThatWasCopiedElsewhereLaterIsThisFilesOwn() throws Exception {
    desk.write(
        "prices.csv", "item;colour\nsail cloth;tan\nwebbing;grey\n".repeat(12).getBytes(UTF_8));
    desk.capture();
    desk.write("panels.csv", Files.readAllBytes(desk.file("prices.csv")));
    desk.capture();
    var unused = screen();
    assertThat(
            doubtful().stream()
                .filter(one -> one.first().kind() == FindingKind.OTHER_CONTENT)
                .map(one -> one.file().path().name()))
        .containsExactly("panels.csv");
  }

  /** Sorting files into other places saves nothing over. */
  @Test
  void aContentThatWasMovedHereIsNotAnotherFilesAnyMore() throws Exception {
    desk.write("prices.csv", Files.readAllBytes(desk.file("panels.csv")));
    Files.delete(desk.file("panels.csv"));
    desk.capture();
    var unused = screen();
    assertThat(doubtful()).noneMatch(one -> one.first().kind() == FindingKind.OTHER_CONTENT);
  }

  /** Two lists that are nearly the same are mistaken for each other the more easily. */
  @Test
  void anotherFilesContentIsFoundThoughTheTwoAreMuchAlike() throws Exception {
    String own = new String(prices(90, 3), UTF_8);
    String other = own;
    for (int line = 1; line <= 6; line++) {
      own += "line %d of this hull, measured again in spring\n".formatted(line * line);
      other += "the other hull's line %d of %d mm\n".formatted(line, 900 + 31 * line);
    }
    desk.write("hull 114.csv", own.getBytes(UTF_8));
    desk.capture();
    desk.write("hull 115.csv", other.getBytes(UTF_8));
    desk.capture();
    desk.write("hull 114.csv", Files.readAllBytes(desk.file("hull 115.csv")));
    desk.capture();
    var unused = screen();
    assertThat(doubtful())
        .filteredOn(one -> one.file().path().name().equals("hull 114.csv"))
        .singleElement()
        .satisfies(one -> assertThat(one.first().kind()).isEqualTo(FindingKind.OTHER_CONTENT));
  }

  @Test
  void anotherFilesContentIsFoundWithItsName() throws Exception {
    desk.write("prices.csv", panels(60));
    desk.capture();
    var unused = screen();

    DoubtfulFile found = only();
    assertThat(found.first().kind()).isEqualTo(FindingKind.OTHER_CONTENT);
    assertThat(found.other().orElseThrow().name()).isEqualTo("panels.csv");
    assertThat(found.lastGood().orElseThrow().number()).isEqualTo(1);
  }

  @Test
  void itStandsFirstOnTodayUntilTheFileIsMended() throws Exception {
    desk.write("prices.csv", new byte[0]);
    desk.capture();
    var unused = screen();
    assertThat(desk.office().todays().look().matters().get(0))
        .isInstanceOfSatisfying(
            Todays.Doubtful.class,
            one -> assertThat(one.file().first().kind()).isEqualTo(FindingKind.EMPTIED));

    var unusedMended = desk.office().files().mend(ref("prices.csv"), 1);
    var unusedAgain = screen();
    assertThat(doubtful()).isEmpty();
    assertThat(life("prices.csv").findings().lastGood())
        .as("what a person put there is good")
        .hasValue(3);
  }

  @Test
  void takingAMendingBackBringsTheDamageBack() throws Exception {
    desk.write("prices.csv", mash(600).getBytes(UTF_8));
    desk.capture();
    var unused = screen();
    long act = desk.office().files().mend(ref("prices.csv"), 1).act();
    var unusedUndone = desk.office().files().undo(desk.shelf().store(), act);
    var unusedAgain = screen();
    assertThat(only().first().kind()).isEqualTo(FindingKind.STILL_CARRIES);
    assertThat(only().lastGood().orElseThrow().number()).as("the mending").isEqualTo(3);
  }

  @Test
  void whatWasMeantIsWhatLaterRevisionsAreComparedWith() throws Exception {
    desk.write("prices.csv", mash(600).getBytes(UTF_8));
    desk.capture();
    var unused = screen();
    FileRef file = ref("prices.csv");
    long act = desk.office().screenings().meant(file, 2, "a test of the keyboard");

    assertThat(doubtful()).isEmpty();
    assertThat(life("prices.csv").findings().lastGood()).hasValue(2);
    assertThat(life("prices.csv").findings().doubtful().get(0).meant())
        .hasValueSatisfying(said -> assertThat(said.why()).isEqualTo("a test of the keyboard"));
    assertThat(acts().stream().filter(one -> one.id() == act).map(LedgerEntry::act))
        .containsExactly(Act.MEANT);
    desk.write("prices.csv", (mash(600) + " and more").getBytes(UTF_8));
    desk.capture();
    var unusedAgain = screen();
    assertThat(doubtful()).isEmpty();
    assertThatThrownBy(() -> desk.office().screenings().meant(file, 1, ""))
        .isInstanceOf(SentenceException.class)
        .hasMessageContaining("Nothing is doubtful about r1 of prices.csv");
  }

  @Test
  void whatIsKnownGoodIsGoodWhateverWasFound() throws Exception {
    desk.write("prices.csv", mash(600).getBytes(UTF_8));
    desk.capture();
    var unused = screen();
    var unusedSaid = desk.office().sayings().good(ref("prices.csv"), 2, true);
    assertThat(doubtful()).isEmpty();
    assertThat(life("prices.csv").findings().lastGood()).hasValue(2);
  }

  @Test
  void anEarlierStateUnderANewTimeIsWorthALook() throws Exception {
    desk.write("prices.csv", prices(60, 2));
    desk.capture();
    desk.write("prices.csv", prices(60, 0));
    desk.capture();
    var unused = screen();
    DoubtfulFile found = only();
    assertThat(found.first())
        .isEqualTo(
            new Finding(
                FindingKind.OLDER_BACK, FindingStrength.WORTH_A_LOOK, 0, 2, OptionalLong.empty()));
    assertThat(desk.office().todays().look().matters())
        .as("no damage")
        .noneMatch(Todays.Doubtful.class::isInstance);
  }

  @Test
  void aRebuiltCatalogueSaysTheSame() throws Exception {
    byte[] hurt = prices(60, 1);
    Arrays.fill(hurt, 700, 700 + 1024, (byte) 0);
    desk.write("prices.csv", hurt);
    desk.capture();
    var unused = screen();
    List<Finding> before = only().findings();
    var unusedMeant = desk.office().screenings().meant(ref("prices.csv"), 2, "why not");
    var unusedActs = desk.office().stores().rebuild(desk.shelf().store());
    assertThat(doubtful()).isEmpty();
    assertThat(life("prices.csv").findings().doubtful().get(0).findings()).isEqualTo(before);
    int acts = acts().size();
    assertThat(screen()).as("all but first states is known to be examined").isEqualTo(2);
    assertThat(acts()).hasSize(acts);
  }

  @Test
  void whatWasFoundGoesWithAnErasedRevision() throws Exception {
    desk.write("prices.csv", mash(600).getBytes(UTF_8));
    desk.capture();
    desk.write("prices.csv", prices(60, 3));
    desk.capture();
    var unused = screen();
    assertThat(life("prices.csv").findings().doubtful()).hasSize(1);
    var unusedErased = desk.office().erasures().erase(ref("prices.csv"), Set.of(2), "prices.csv");
    assertThat(life("prices.csv").findings().doubtful()).isEmpty();
    assertThat(life("prices.csv").findings().lastGood()).hasValue(3);
  }

  private int screen() throws Exception {
    return desk.office().screenings().screen(desk.shelf().store(), LONG, Progress.NONE);
  }

  private List<DoubtfulFile> doubtful() throws Exception {
    return desk.office().screenings().doubtful(desk.shelf());
  }

  private DoubtfulFile only() throws Exception {
    List<DoubtfulFile> all = doubtful();
    assertThat(all).hasSize(1);
    return all.get(0);
  }

  private List<LedgerEntry> acts() throws Exception {
    return desk.office().ledgers().all().stream().map(Ledgers.LedgerRow::entry).toList();
  }

  private FileRef ref(String name) throws Exception {
    return life(name).ref();
  }

  private FileLife life(String name) throws Exception {
    return desk.life(name);
  }

  private static byte[] prices(int lines, int round) {
    StringBuilder text = new StringBuilder("item;price;unit\n");
    for (int i = 0; i < lines; i++) {
      text.append("rope of ")
          .append(6 + i % 12)
          .append(" mm, braided;")
          .append((1 + i * 7 % 40 + (i == round ? 1 : 0)))
          .append(".50;metre\n");
    }
    return text.toString().getBytes(UTF_8);
  }

  private static byte[] panels(int lines) {
    StringBuilder text = new StringBuilder("panel,luff,leech\n");
    for (int i = 0; i < lines; i++) {
      text.append("panel number ")
          .append(i)
          .append(",")
          .append(400 + 3 * i)
          .append(",")
          .append(395 + 2 * i)
          .append("\n");
    }
    return text.toString().getBytes(UTF_8);
  }

  private static String mash(int length) {
    Random random = new Random(7);
    String keys = "asdfjklqweruiopzxcvnm gh;";
    StringBuilder mash = new StringBuilder();
    while (mash.length() < length) {
      mash.append(keys.charAt(random.nextInt(keys.length())));
    }
    return mash.toString();
  }

  /** A log that its program empties every night. */
  @Test
  void whatWasMeantOnceOfAFileIsOnlyWorthALookTheNextTime() throws Exception {
    desk.write("prices.csv", new byte[0]);
    desk.capture();
    var unused = screen();
    assertThat(only().first().strength()).isEqualTo(FindingStrength.SURE);
    var unusedAct =
        desk.office().screenings().meant(life("prices.csv").ref(), 2, "a new list begins");
    desk.write("prices.csv", prices(60, 2));
    desk.capture();
    desk.write("prices.csv", new byte[0]);
    desk.capture();
    desk.write("panels.csv", new byte[0]);
    desk.capture();
    var unusedAgain = screen();
    assertThat(doubtful())
        .extracting(one -> one.file().path().name() + " " + one.first().strength().word())
        .containsExactly("panels.csv sure", "prices.csv worth-a-look");
  }

  @Test
  void whatWasMeantOfThreeFilesOfAFolderIsNoDamageOfAFourth() throws Exception {
    for (int i = 0; i < 5; i++) {
      String folder = i < 4 ? "drafts/" : "letters/";
      desk.write(folder + i + ".txt", "Dear Sir, the genoa is ready.\n".repeat(20));
    }
    desk.capture();
    for (int i = 0; i < 3; i++) {
      desk.write("drafts/" + i + ".txt", "");
      desk.capture();
      var unused = screen();
      var unusedAct =
          desk.office().screenings().meant(life("drafts/" + i + ".txt").ref(), 2, "empty form");
    }
    desk.write("drafts/3.txt", "");
    desk.write("letters/4.txt", "");
    desk.capture();
    var unused = screen();
    assertThat(doubtful())
        .extracting(one -> one.file().path().shown() + " " + one.first().strength().word())
        .containsExactly("letters/4.txt sure", "drafts/3.txt worth-a-look");
  }
}
