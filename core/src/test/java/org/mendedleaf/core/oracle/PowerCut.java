package org.mendedleaf.core.oracle;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What is left of a file system in memory when the power fails. Bytes last once their file was
 * forced, names once their folder was; what was not forced lasts or does not, in any order: a file
 * may be empty, cut or full of zeros, or still be under the name that it had. A file that was moved
 * is under one of its names.
 */
public final class PowerCut {

  /** What a test throws where the power fails; no code of ours catches it. */
  public static final class Now extends Error {
    private static final long serialVersionUID = 1L;

    public Now() {
      super("the power has failed");
    }
  }

  private final FaultyFileSystem files;
  private final Path root;
  private final Map<Object, byte[]> lastingBytes = new HashMap<>();
  private final Map<Object, Map<String, Object>> lastingNames = new HashMap<>();
  private final Set<Object> folders = new LinkedHashSet<>();

  /**
   * @param root below which everything lasts that is there now, and what is forced from now on
   */
  public PowerCut(FaultyFileSystem files, Path root) throws IOException {
    this.files = files;
    this.root = root;
    settle();
    files.setForcing(this::force);
  }

  private void settle() throws IOException {
    lastingBytes.clear();
    lastingNames.clear();
    folders.clear();
    Files.walkFileTree(
        root,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes)
              throws IOException {
            force(folder);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
              throws IOException {
            if (attributes.isRegularFile()) {
              force(file);
            }
            return FileVisitResult.CONTINUE;
          }
        });
  }

  private void force(Path path) throws IOException {
    if (!path.startsWith(root)) {
      return;
    }
    if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
      lastingNames.put(key(path), names(path));
    } else {
      lastingBytes.put(key(path), Files.readAllBytes(path));
    }
  }

  private static Object key(Path path) throws IOException {
    return Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS)
        .fileKey();
  }

  private Map<String, Object> names(Path folder) throws IOException {
    Map<String, Object> names = new LinkedHashMap<>();
    try (Stream<Path> there = Files.list(folder)) {
      for (Path one : there.sorted().toList()) {
        names.put(one.getFileName().toString(), key(one));
        if (Files.isDirectory(one, LinkOption.NOFOLLOW_LINKS)) {
          folders.add(key(one));
        }
      }
    }
    return names;
  }

  /** A name in a folder, what it names for certain, and what it named just now; or nothing. */
  private record Name(Object folder, String name, Object lasting, Object now) {}

  /** Lets the power fail; nobody may have anything open. What is left lasts. */
  public void cut(Random random) throws IOException {
    files.setFaults((operation, path, bytes) -> {});
    Map<Object, Path> where = new HashMap<>();
    Map<Object, Map<String, Object>> now = new HashMap<>();
    look(root, where, now);
    Set<Name> names = changed(now);
    Map<Object, Object> groups = new HashMap<>();
    for (Name one : names) {
      if (one.lasting() != null && one.now() != null) {
        groups.put(group(groups, one.lasting()), group(groups, one.now()));
      }
    }
    Map<Object, byte[]> bytes = new HashMap<>(lastingBytes);
    for (Map.Entry<Object, Path> one : where.entrySet()) {
      if (Files.isRegularFile(one.getValue(), LinkOption.NOFOLLOW_LINKS)) {
        byte[] left = left(one.getKey(), Files.readAllBytes(one.getValue()), random);
        bytes.put(one.getKey(), left);
      }
    }
    Map<Object, Boolean> coins = new HashMap<>();
    Map<Object, Map<String, Object>> left = new HashMap<>(now);
    lastingNames.forEach(left::putIfAbsent);
    left.replaceAll((folder, there) -> new LinkedHashMap<>(there));
    for (Name one : names) {
      Object group = group(groups, one.now() == null ? one.lasting() : one.now());
      boolean isNew = coins.computeIfAbsent(group, any -> random.nextBoolean());
      Object chosen = isNew ? one.now() : one.lasting();
      Map<String, Object> folder = left.computeIfAbsent(one.folder(), any -> new HashMap<>());
      if (chosen == null) {
        folder.remove(one.name());
      } else {
        folder.put(one.name(), chosen);
      }
    }
    put(root, key(root), left, bytes);
    settle();
  }

  private void look(Path folder, Map<Object, Path> where, Map<Object, Map<String, Object>> now)
      throws IOException {
    now.put(key(folder), names(folder));
    try (Stream<Path> there = Files.list(folder)) {
      for (Path one : there.toList()) {
        where.put(key(one), one);
        if (Files.isDirectory(one, LinkOption.NOFOLLOW_LINKS)) {
          look(one, where, now);
        }
      }
    }
  }

  private Set<Name> changed(Map<Object, Map<String, Object>> now) {
    Set<Name> changed = new LinkedHashSet<>();
    Set<Object> all = new LinkedHashSet<>(lastingNames.keySet());
    all.addAll(now.keySet());
    for (Object folder : all) {
      Map<String, Object> lasting = lastingNames.getOrDefault(folder, Map.of());
      Map<String, Object> there = now.getOrDefault(folder, Map.of());
      Set<String> names = new LinkedHashSet<>(lasting.keySet());
      names.addAll(there.keySet());
      for (String name : names) {
        if (!Objects.equals(lasting.get(name), there.get(name))) {
          changed.add(new Name(folder, name, lasting.get(name), there.get(name)));
        }
      }
    }
    return changed;
  }

  private static Object group(Map<Object, Object> groups, Object key) {
    Object at = key;
    while (groups.containsKey(at) && !groups.get(at).equals(at)) {
      at = groups.get(at);
    }
    return at;
  }

  private byte[] left(Object key, byte[] now, Random random) {
    byte[] lasting = lastingBytes.get(key);
    if (Arrays.equals(lasting, now)) {
      return now;
    }
    int choice = random.nextInt(4);
    if (choice == 0) {
      return lasting == null ? new byte[0] : lasting;
    } else if (choice == 1) {
      return now;
    }
    int length = random.nextInt(now.length + 1);
    return choice == 2
        ? Arrays.copyOf(now, length)
        : Arrays.copyOf(Arrays.copyOf(now, length), now.length);
  }

  /** Brings a folder to what is left of it. */
  private void put(
      Path folder, Object key, Map<Object, Map<String, Object>> left, Map<Object, byte[]> bytes)
      throws IOException {
    Map<String, Object> wanted = left.getOrDefault(key, Map.of());
    for (Map.Entry<String, Object> one : names(folder).entrySet()) {
      if (!one.getValue().equals(wanted.get(one.getKey()))) {
        delete(folder.resolve(one.getKey()));
      }
    }
    for (Map.Entry<String, Object> one : wanted.entrySet()) {
      Path path = folder.resolve(one.getKey());
      boolean there = Files.exists(path, LinkOption.NOFOLLOW_LINKS);
      if (folders.contains(one.getValue())) {
        if (!there) {
          Files.createDirectory(path);
        }
        put(path, one.getValue(), left, bytes);
      } else if (bytes.containsKey(one.getValue())) {
        byte[] text = bytes.get(one.getValue());
        if (!there || !Arrays.equals(Files.readAllBytes(path), text)) {
          Files.write(path, text);
        }
      }
    }
  }

  private static void delete(Path path) throws IOException {
    if (Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
      try (Stream<Path> there = Files.list(path)) {
        for (Path one : there.toList()) {
          delete(one);
        }
      }
    }
    Files.delete(path);
  }
}
