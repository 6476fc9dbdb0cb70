package org.mendedleaf.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.util.Random;
import org.mendedleaf.core.files.FileLife;
import org.mendedleaf.core.office.Office;

/** The download folder at the end of the story: new editions, and a mix-up. */
final class Downloads {

  private final Path desk;
  private final Office office;

  Downloads(Path desk, Office office) {
    this.desk = desk;
    this.office = office;
  }

  void arrive(Document guide) throws IOException {
    Files.createDirectories(desk.resolve("Downloads"));
    guide.work(new Random(7));
    put("washing_folding guide NEW (1).odt", guide.save(Loft.PRIYA), 40);
    // The price list as it was before it was mashed, with new lines.
    FileLife prices =
        office.files().life(office.addresses().file("Orders:price-list.csv", Path.of("")));
    byte[] good =
        office
            .files()
            .contents(prices.ref().store())
            .bytes(prices.revisions().get(0).state().content().orElseThrow());
    String more = new String(good, StandardCharsets.UTF_8) + "Item-98,640,1210,R2 red\n";
    put("price-list.csv", more.getBytes(StandardCharsets.UTF_8), 25);
    put(
        "panel-layout.svg",
        Files.readAllBytes(desk.resolve("Cutting plans/Plover 26/genoa-cut-list.csv")),
        10);
    // The cloth supplier's list came twice; the first is what is there already.
    byte[] list = Files.readAllBytes(desk.resolve("Orders/supplier cloth list.csv"));
    put("supplier cloth list.csv", list, 70);
    String longer = new String(list, StandardCharsets.UTF_8) + "Cloth-99,5120,4800,C12 white\n";
    put("supplier cloth list (1).csv", longer.getBytes(StandardCharsets.UTF_8), 65);
    office.arrivals().add(desk.resolve("Downloads"));
  }

  private void put(String name, byte[] bytes, int minutesAgo) throws IOException {
    Path file = desk.resolve("Downloads").resolve(name);
    Files.write(file, bytes);
    Files.setLastModifiedTime(file, FileTime.from(Loft.NOW.minus(Duration.ofMinutes(minutesAgo))));
  }
}
