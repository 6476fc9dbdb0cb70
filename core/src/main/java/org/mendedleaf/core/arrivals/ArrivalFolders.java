package org.mendedleaf.core.arrivals;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.mendedleaf.core.desk.DeskFile;
import org.mendedleaf.core.desk.SentenceException;
import org.mendedleaf.core.session.OfficeSettings;

/**
 * The folders of this desk in which files from outside arrive, such as its downloads folder, and
 * what waits there. Kept in {@code arrivals.json} in the application's data; a file that was
 * dismissed is remembered by a hash, so that no name of it stays there. Safe for several threads.
 */
public final class ArrivalFolders {

  /** A folder may hold the downloads of years: nobody waits for those. */
  private static final int NEWEST = 200;

  /** Far more than what arrives in the time after which a file no longer waits anyway. */
  private static final int REMEMBERED = 5_000;

  private static final Duration RECENT = Duration.ofDays(60);

  /** What was written to just now may not be whole yet. */
  private static final Duration SETTLED = Duration.ofSeconds(3);

  private static final Set<String> UNFINISHED = Set.of("part", "partial", "tmp", "download");
  private static final ObjectMapper JSON = new ObjectMapper();

  private final OfficeSettings settings;
  private final DeskFile file;
  private final Map<SeenFile, String> hashes = new HashMap<>();

  public ArrivalFolders(OfficeSettings settings) {
    this.settings = settings;
    this.file = DeskFile.keptTwice(settings.home().resolve("arrivals.json"));
  }

  /**
   * A file that arrived.
   *
   * @param saved its time, on the office's clock
   * @param doubles further files with the very same bytes, which need not be brought in
   */
  public record Arrival(Path file, long size, Instant saved, List<Path> doubles) {
    public Arrival {
      doubles = List.copyOf(doubles);
    }
  }

  /** A file at one look. */
  private record SeenFile(Path file, long size, Instant modified) {}

  private record ArrivalState(List<Path> folders, Set<String> dismissed) {}

  /** The folders, in the order in which they were chosen. */
  public synchronized List<Path> folders() throws IOException {
    return read().folders();
  }

  /**
   * Looks for arrivals in a folder from now on.
   *
   * @throws SentenceException if it is no folder
   */
  public synchronized void add(Path folder) throws IOException {
    Path wanted = folder.toAbsolutePath().normalize();
    if (!Files.isDirectory(wanted)) {
      throw new SentenceException(
          "There is no folder %s, so nothing is looked for there.".formatted(wanted));
    }
    ArrivalState state = read();
    Set<Path> folders = new LinkedHashSet<>(state.folders());
    folders.add(wanted);
    write(new ArrivalState(List.copyOf(folders), state.dismissed()));
  }

  /** Looks there no longer; what lies there is untouched. */
  public synchronized void remove(Path folder) throws IOException {
    Path wanted = folder.toAbsolutePath().normalize();
    ArrivalState state = read();
    List<Path> folders = new ArrayList<>(state.folders());
    if (!folders.remove(wanted)) {
      throw new SentenceException(
          "%s is no folder in which arrivals are looked for. Nothing was changed."
              .formatted(wanted));
    }
    write(new ArrivalState(folders, state.dismissed()));
  }

  /** Does not offer these and their doubles again, unless they are saved again. */
  public synchronized void dismiss(List<Path> files) throws IOException {
    Set<Path> these = new LinkedHashSet<>();
    files.forEach(one -> these.add(one.toAbsolutePath().normalize()));
    for (Arrival arrival : waiting()) {
      if (these.contains(arrival.file())) {
        these.addAll(arrival.doubles());
      }
    }
    ArrivalState state = read();
    List<String> dismissed = new ArrayList<>(state.dismissed());
    for (Path one : these) {
      seen(one)
          .map(ArrivalFolders::mark)
          .filter(mark -> !state.dismissed().contains(mark))
          .ifPresent(dismissed::add);
    }
    int tooMany = Math.max(0, dismissed.size() - REMEMBERED);
    write(
        new ArrivalState(
            state.folders(), new LinkedHashSet<>(dismissed.subList(tooMany, dismissed.size()))));
  }

  /**
   * What waits in the folders, newest first. A folder that is away is passed over; files that are
   * being written, hidden ones, and those of more than two months ago do not wait.
   */
  public synchronized List<Arrival> waiting() throws IOException {
    ArrivalState state = read();
    Instant now = settings.clock().instant();
    List<SeenFile> found = new ArrayList<>();
    for (Path folder : state.folders()) {
      for (Path one : list(folder)) {
        seen(one)
            .filter(seen -> isSettled(seen, now))
            .filter(seen -> !state.dismissed().contains(mark(seen)))
            .ifPresent(found::add);
      }
    }
    found.sort(Comparator.comparing(SeenFile::modified).reversed().thenComparing(SeenFile::file));
    return folded(found.subList(0, Math.min(NEWEST, found.size())));
  }

  private boolean isSettled(SeenFile seen, Instant now) {
    Instant saved = settings.fileTimes().onOfficeClock(seen.modified());
    return saved.isAfter(now.minus(RECENT))
        && (saved.isAfter(now) || saved.isBefore(now.minus(SETTLED)));
  }

  private static List<Path> list(Path folder) {
    try (Stream<Path> inside = Files.list(folder)) {
      return inside.filter(ArrivalFolders::isFinished).toList();
    } catch (IOException e) {
      // It is away, or must not be looked into: nothing waits there now.
      return List.of();
    }
  }

  private static boolean isFinished(Path file) {
    String name = file.getFileName().toString();
    String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    return !name.startsWith(".") && !name.startsWith("~") && !UNFINISHED.contains(ending);
  }

  private static Optional<SeenFile> seen(Path file) throws IOException {
    try {
      BasicFileAttributes found =
          Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
      // One that must not be read would keep all others from being looked at.
      return found.isRegularFile() && Files.isReadable(file)
          ? Optional.of(new SeenFile(file, found.size(), found.lastModifiedTime().toInstant()))
          : Optional.empty();
    } catch (NoSuchFileException e) {
      return Optional.empty();
    }
  }

  /** Puts files with the same bytes together, the newest of them first. */
  private List<Arrival> folded(List<SeenFile> found) {
    Map<Long, Long> sizes =
        found.stream().collect(Collectors.groupingBy(SeenFile::size, Collectors.counting()));
    hashes.keySet().retainAll(Set.copyOf(found));
    Map<String, List<SeenFile>> same = new LinkedHashMap<>();
    for (SeenFile seen : found) {
      // Only files of one size can be the same, so that few are read.
      String content =
          sizes.getOrDefault(seen.size(), 0L) == 1 ? seen.file().toString() : hash(seen);
      same.computeIfAbsent(content, unused -> new ArrayList<>()).add(seen);
    }
    return same.values().stream().map(this::arrival).toList();
  }

  private Arrival arrival(List<SeenFile> same) {
    SeenFile first = same.get(0);
    return new Arrival(
        first.file(),
        first.size(),
        settings.fileTimes().onOfficeClock(first.modified()),
        same.subList(1, same.size()).stream().map(SeenFile::file).toList());
  }

  private String hash(SeenFile seen) {
    String known = hashes.get(seen);
    if (known != null) {
      return known;
    }
    String found;
    MessageDigest digest = sha256();
    try (InputStream in = new DigestInputStream(Files.newInputStream(seen.file()), digest)) {
      in.transferTo(OutputStream.nullOutputStream());
      found = HexFormat.of().formatHex(digest.digest());
    } catch (IOException e) {
      // What cannot be read is like nothing else; bringing it in will say why.
      found = seen.file().toString();
    }
    hashes.put(seen, found);
    return found;
  }

  private static String mark(SeenFile seen) {
    String text = seen.file() + "\n" + seen.size() + "\n" + seen.modified();
    return HexFormat.of().formatHex(sha256().digest(text.getBytes(StandardCharsets.UTF_8)));
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  private ArrivalState read() throws IOException {
    return file.read(ArrivalFolders::parse).orElseGet(() -> new ArrivalState(List.of(), Set.of()));
  }

  private static ArrivalState parse(String text) throws IOException {
    JsonNode node = JSON.readTree(text);
    List<Path> folders = new ArrayList<>();
    node.required("folders").forEach(one -> folders.add(Path.of(one.asText())));
    Set<String> dismissed = new LinkedHashSet<>();
    node.required("dismissed").forEach(one -> dismissed.add(one.asText()));
    return new ArrivalState(folders, dismissed);
  }

  private void write(ArrivalState state) throws IOException {
    ObjectNode node = JSON.createObjectNode();
    var folders = node.putArray("folders");
    state.folders().forEach(one -> folders.add(one.toString()));
    var dismissed = node.putArray("dismissed");
    state.dismissed().forEach(dismissed::add);
    file.write(node.toPrettyString());
  }
}
