package org.mendedleaf.core.store.format;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.random.RandomGenerator;
import org.mendedleaf.core.drive.Durability;

/** The two copies of what a store says of itself: the one is read where the other is hurt. */
public final class DescriptionFiles {

  private final StoreLayout layout;

  public DescriptionFiles(StoreLayout layout) {
    this.layout = layout;
  }

  private List<Path> copies() {
    return List.of(layout.description(), layout.descriptionTwin());
  }

  /**
   * What the first whole copy says.
   *
   * @throws NoSuchFileException if there is none, and so no store
   */
  public StoreDescription read() throws IOException {
    IOException hurt = null;
    for (Path file : copies()) {
      try {
        return StoreDescription.decode(Files.readAllBytes(file), file.toString());
      } catch (NoSuchFileException e) {
        hurt = hurt == null ? noStore(e) : hurt;
      } catch (DamagedContentException e) {
        hurt = hurt == null || hurt instanceof NoSuchFileException ? e : hurt;
      }
    }
    throw Objects.requireNonNull(hurt);
  }

  private NoSuchFileException noStore(NoSuchFileException e) {
    NoSuchFileException none =
        new NoSuchFileException(layout.root().toString(), null, "no store lies there");
    none.initCause(e);
    return none;
  }

  /** Writes both. */
  public void write(StoreDescription description, Durability durability, RandomGenerator random)
      throws IOException {
    write(description, layout.description(), durability, random);
    layout.makeFolder(layout.twin());
    write(description, layout.descriptionTwin(), durability, random);
  }

  private void write(
      StoreDescription description, Path file, Durability durability, RandomGenerator random)
      throws IOException {
    Path temporary = StoreLayout.pending(file, random);
    layout.access().write(temporary, description.encode());
    durability.force(temporary);
    durability.replace(temporary, file);
  }

  /** Puts it where it will be needed while the store itself is away. */
  public void keep(StoreDescription description, Durability durability, RandomGenerator random)
      throws IOException {
    Path file = layout.description();
    if (!Files.exists(file) || !Arrays.equals(Files.readAllBytes(file), description.encode())) {
      write(description, file, durability, random);
    }
  }

  /**
   * Copies that are damaged, or gone, by their names; the second one too where it says something
   * else, since a passphrase that was given up would open it.
   */
  public List<String> hurt() throws IOException {
    List<String> hurt = new ArrayList<>();
    StoreDescription counts = null;
    for (Path file : copies()) {
      String name = layout.root().relativize(file).toString();
      try {
        StoreDescription says = StoreDescription.decode(Files.readAllBytes(file), file.toString());
        if (counts != null && !counts.equals(says)) {
          hurt.add(name);
        }
        counts = counts == null ? says : counts;
      } catch (NoSuchFileException e) {
        if (file.equals(layout.description())) {
          hurt.add(name);
        }
      } catch (DamagedContentException e) {
        hurt.add(name);
      }
    }
    return hurt;
  }
}
