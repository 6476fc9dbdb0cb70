package org.mendedleaf.core.catalog.lines;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.lang.reflect.Modifier;
import java.lang.reflect.Proxy;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.mendedleaf.core.history.DrillFigures;
import org.mendedleaf.core.history.Origin;
import org.mendedleaf.core.history.RevisionKey;
import org.mendedleaf.core.history.RevisionMarks.NoticeCause;
import org.mendedleaf.core.store.format.StoreFormatException;

/** Lines of the log as stores have them: these bytes must never change. */
class LineKindsTest {

  private static final RevisionKey KEY = new RevisionKey(12, 3);
  private static final Instant UNTIL = Instant.parse("2026-11-29T08:00:00.5Z");
  private static final Detail.MetadataPlace AT = new Detail.MetadataPlace(1, 40);

  private static final Map<Detail, String> LINES =
      Map.ofEntries(
          line(
              new Detail.Revised(7, 4, Origin.MEND, OptionalInt.of(2), AT),
              "{'revision':7,'n':4,'origin':'mend','from':2,'m':[1,40]}"),
          line(
              new Detail.Revised(
                  7,
                  6,
                  Origin.CAPTURE,
                  OptionalInt.empty(),
                  Optional.of(new Detail.FormerNumber(9, 3)),
                  AT),
              "{'revision':7,'n':6,'origin':'capture','was':[9,3],'m':[1,40]}"),
          line(
              new Detail.Revised(7, 1, Origin.CAPTURE, OptionalInt.empty(), AT),
              "{'revision':7,'n':1,'origin':'capture','m':[1,40]}"),
          line(new Detail.Moved(7, AT), "{'move':7,'m':[1,40]}"),
          line(new Detail.Touched(7, AT), "{'touch':7,'m':[1,40]}"),
          line(new Detail.Removed(7), "{'remove':7}"),
          line(new Detail.FolderChanged(true, AT), "{'folder':'here','m':[1,40]}"),
          line(new Detail.FolderChanged(false, AT), "{'folder':'gone','m':[1,40]}"),
          line(new Detail.FolderMoved(AT), "{'folder':'moved','m':[1,40]}"),
          line(new Detail.ShelfAdded(2, AT), "{'shelf':2,'m':[1,40]}"),
          line(new Detail.SaverFound(KEY, AT), "{'saver':[12,3],'m':[1,40]}"),
          line(new Detail.Summed(KEY, AT), "{'summary':[12,3],'m':[1,40]}"),
          line(new Detail.Screened(31), "{'screened':31}"),
          line(new Detail.Doubted(KEY, AT), "{'doubt':[12,3],'m':[1,40]}"),
          line(new Detail.Meant(KEY, AT), "{'meant':[12,3],'m':[1,40]}"),
          line(
              new Detail.MassHappened(31, 34, 2, 3, 20, 1),
              "{'event':31,'last':34,'shelf':2,'damaged':3,'scrambled':20,'removed':1}"),
          line(new Detail.MassDecided(31, 2, AT), "{'decided':31,'shelf':2,'m':[1,40]}"),
          line(new Detail.SnapshotTaken(5, AT), "{'snapshot':5,'m':[1,40]}"),
          line(new Detail.Unlabelled(5), "{'unlabel':5}"),
          line(new Detail.ItemDone(9, AT), "{'item':9,'m':[1,40]}"),
          line(new Detail.Noted(KEY, AT), "{'note':[12,3],'m':[1,40]}"),
          line(new Detail.MarkedGood(KEY, false), "{'good':[12,3],'is':false}"),
          line(new Detail.Held(KEY, AT), "{'hold':[12,3],'m':[1,40]}"),
          line(new Detail.Released(KEY), "{'release':[12,3]}"),
          line(
              new Detail.Noticed(KEY, UNTIL, NoticeCause.PLAN),
              "{'notice':[12,3],'until':'2026-11-29T08:00:00.500Z','byHand':false}"),
          line(
              new Detail.Noticed(KEY, UNTIL, NoticeCause.HAND),
              "{'notice':[12,3],'until':'2026-11-29T08:00:00.500Z','byHand':true}"),
          line(
              new Detail.Noticed(KEY, UNTIL, NoticeCause.ERASURE),
              "{'notice':[12,3],'until':'2026-11-29T08:00:00.500Z','byHand':true,'erase':true,'named':false}"),
          line(
              new Detail.Noticed(KEY, UNTIL, NoticeCause.ERASURE_NAMED),
              "{'notice':[12,3],'until':'2026-11-29T08:00:00.500Z','byHand':true,'erase':true,'named':true}"),
          line(new Detail.Safeguarded("30 days", ""), "{'safeguards':'30 days','delay':''}"),
          line(new Detail.OffNotice(KEY), "{'offNotice':[12,3]}"),
          line(new Detail.Described(7, AT), "{'describe':7,'m':[1,40]}"),
          line(new Detail.ShelfSet("plan", AT), "{'set':'plan','m':[1,40]}"),
          line(new Detail.Issued(KEY, 7, 2), "{'issue':[12,3],'file':7,'letter':2}"),
          line(new Detail.Erased(KEY), "{'erase':[12,3]}"),
          line(new Detail.FileErased(7), "{'eraseAll':7}"),
          line(
              new Detail.Drilled(new DrillFigures(60, 1204, 55, 4_000_000, 4100, 72_000)),
              "{'drill':60,'of':1204,'opened':55,'bytes':4000000,'millis':4100,'full':72000}"),
          line(new Detail.Called("Offer “Jib”.odt"), "{'called':'Offer “Jib”.odt'}"));

  private static Map.Entry<Detail, String> line(Detail detail, String text) {
    return Map.entry(detail, text.replace('\'', '"'));
  }

  static Set<Detail> details() {
    return LINES.keySet();
  }

  private static Stream<Class<?>> types(Class<?> type) {
    return type.isSealed()
        ? Stream.of(type.getPermittedSubclasses()).flatMap(LineKindsTest::types)
        : Stream.of(type);
  }

  @Test
  void noKindIsLeftOutHere() {
    Set<Class<?>> shown = new LinkedHashSet<>();
    details().forEach(detail -> shown.add(detail.getClass()));
    assertEquals(Set.copyOf(types(Detail.class).toList()), shown);
  }

  @ParameterizedTest
  @MethodSource("details")
  void isWrittenAsItAlwaysWasAndReadBack(Detail detail) throws Exception {
    assertEquals(LINES.get(detail), LineKinds.encode(detail));
    assertEquals(detail, LineKinds.decode(LINES.get(detail)));
  }

  @Test
  void eachIsToldToAMethodOfItsOwn() throws Exception {
    Set<String> told = new LinkedHashSet<>();
    LineContext in = new LineContext(KEY, null, null, 0);
    for (Detail detail : details()) {
      List<Object> lines = new ArrayList<>();
      LineTarget target =
          (LineTarget)
              Proxy.newProxyInstance(
                  getClass().getClassLoader(),
                  new Class<?>[] {LineTarget.class},
                  (proxy, method, arguments) -> {
                    told.add(method.getName());
                    lines.add(arguments[0]);
                    return null;
                  });
      LineKinds.apply(detail, in, target);
      assertEquals(List.of(detail), lines);
    }
    long methods =
        Stream.of(LineTarget.class.getMethods())
            .filter(method -> Modifier.isAbstract(method.getModifiers()))
            .count();
    assertEquals(methods, told.size());
  }

  @Test
  void oneThatIsNotKnownIsAnErrorThatSaysWhatToDo() {
    for (String line : List.of("{\"lend\":[12,3],\"m\":[0,1]}", "{}")) {
      StoreFormatException e =
          assertThrows(StoreFormatException.class, () -> LineKinds.decode(line));
      assertTrue(e.getMessage().contains("a newer Mended Leaf can read it"), e.getMessage());
    }
  }
}
