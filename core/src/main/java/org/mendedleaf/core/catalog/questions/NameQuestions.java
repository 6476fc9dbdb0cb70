package org.mendedleaf.core.catalog.questions;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.mendedleaf.core.catalog.tables.NameIndex;
import org.mendedleaf.core.catalog.tables.Sql;
import org.mendedleaf.core.catalog.tables.Times;
import org.mendedleaf.core.history.InnerPath;
import org.mendedleaf.core.history.RecordedFile;
import org.mendedleaf.core.history.Revision;

/**
 * Finds files by any name they ever had. One word, the rarest, is looked up in the {@link
 * NameIndex}; what it finds, and what lies in the folders it finds, is compared with all words.
 * Safe for several threads.
 */
public final class NameQuestions {

  // So many paths are compared at the most for one word: a word that is in more of them does not
  // tell files apart, and the answer says that there are more.
  private static final int CANDIDATES = 3000;
  private static final int IN_FOLDERS = 30_000;

  private final Sql sql;
  private final NameIndex index;
  private final FileQuestions files;

  public NameQuestions(Sql sql) {
    this.sql = sql;
    this.index = new NameIndex(sql);
    this.files = new FileQuestions(sql);
  }

  /**
   * A file that was found.
   *
   * @param formerly the earlier path that matched, where the present one does not
   * @param newest its newest revision
   */
  public record NamedFile(RecordedFile file, Optional<InnerPath> formerly, Revision newest) {}

  /**
   * What was found.
   *
   * @param files best first: those whose name begins with what was typed, then those whose name has
   *     it, then the rest; what is there before what is removed, the newest first
   * @param more whether there are others that are not told
   */
  public record NameAnswer(List<NamedFile> files, boolean more) {
    public NameAnswer {
      files = List.copyOf(files);
    }
  }

  /** Finds at most so many files. */
  public NameAnswer find(NameQuery query, int limit) throws IOException {
    if (query.isEmpty()) {
      return new NameAnswer(List.of(), false);
    }
    Candidates candidates = candidates(query);
    Map<Long, Hit> hits = new LinkedHashMap<>();
    for (Map.Entry<Long, InnerPath> path : candidates.paths().entrySet()) {
      String folded = NameIndex.fold(path.getValue().text());
      Set<String> missing = missing(query, folded);
      if (candidates.savers().keySet().containsAll(missing)) {
        for (long file : at(path.getKey())) {
          if (savedBy(file, missing, candidates)) {
            add(hits, file, path.getValue(), query);
          }
        }
      }
    }
    for (long file : candidates.files()) {
      RecordedFile found = files.file(file).orElseThrow();
      Set<String> missing = missing(query, NameIndex.fold(found.path().text()));
      if (savedBy(file, missing, candidates)) {
        add(hits, file, found.path(), query);
      }
    }
    return best(hits, candidates.more(), limit);
  }

  private record Hit(RecordedFile file, Optional<InnerPath> formerly, int rank) {}

  private void add(Map<Long, Hit> hits, long id, InnerPath matched, NameQuery query)
      throws IOException {
    RecordedFile file = files.file(id).orElseThrow();
    if (query.removedOnly() && file.present()) {
      return;
    }
    Optional<InnerPath> formerly =
        file.path().equals(matched) ? Optional.empty() : Optional.of(matched);
    Hit hit = new Hit(file, formerly, rank(matched, query));
    hits.merge(id, hit, (a, b) -> a.formerly().isEmpty() ? a : b);
  }

  private static int rank(InnerPath path, NameQuery query) {
    if (query.words().isEmpty()) {
      return 0;
    }
    String name = NameIndex.fold(path.name());
    if (name.startsWith(query.words().get(0))) {
      return 0;
    }
    return query.words().stream().anyMatch(name::contains) ? 1 : 2;
  }

  private NameAnswer best(Map<Long, Hit> hits, boolean more, int limit) throws IOException {
    Comparator<Hit> order =
        Comparator.comparingInt(Hit::rank)
            .thenComparing(hit -> !hit.file().present())
            .thenComparing(hit -> -hit.file().id());
    List<Hit> sorted = hits.values().stream().sorted(order).limit(limit).toList();
    List<NamedFile> found = new ArrayList<>();
    for (Hit hit : sorted) {
      Revision newest = files.current(hit.file().id()).orElseThrow();
      found.add(new NamedFile(hit.file(), hit.formerly(), newest));
    }
    return new NameAnswer(found, more || hits.size() > limit);
  }

  /**
   * What is worth comparing.
   *
   * @param paths by row id
   * @param files that somebody saved whose name has the rarest word
   * @param savers by word: those in whose name it stands
   */
  private record Candidates(
      Map<Long, InnerPath> paths, Set<Long> files, Map<String, List<Long>> savers, boolean more) {}

  private Candidates candidates(NameQuery query) throws IOException {
    Map<String, List<Long>> savers = new HashMap<>();
    for (String word : query.words()) {
      List<Long> named = savers(word);
      if (!named.isEmpty()) {
        savers.put(word, named);
      }
    }
    if (query.words().isEmpty()) {
      Map<Long, InnerPath> removed = removed();
      return new Candidates(removed, Set.of(), savers, removed.size() >= CANDIDATES);
    }
    Candidates rarest = candidates(query.words().get(0), savers);
    for (String word : query.words().subList(1, query.words().size())) {
      Candidates found = candidates(word, savers);
      if (size(found) < size(rarest)) {
        rarest = found;
      }
    }
    return rarest;
  }

  private static int size(Candidates candidates) {
    return candidates.paths().size() + candidates.files().size() + (candidates.more() ? 1 : 0);
  }

  private Candidates candidates(String word, Map<String, List<Long>> savers) throws IOException {
    List<Long> named = new ArrayList<>(index.candidates(word, CANDIDATES));
    for (String ending : NameQuery.endings(word)) {
      named.addAll(index.candidates(ending, CANDIDATES));
    }
    for (long path : List.copyOf(named)) {
      named.addAll(index.alike(path));
    }
    boolean more = named.size() >= CANDIDATES;
    Map<Long, InnerPath> paths = new LinkedHashMap<>();
    for (long path : named) {
      sql.first(
              row -> InnerPath.ofBytes(row.getBytes(1)),
              "SELECT inner FROM path WHERE id = ?",
              path)
          .ifPresent(inner -> paths.put(path, inner));
    }
    for (long path : named) {
      if (paths.size() < IN_FOLDERS) {
        below(path, IN_FOLDERS - paths.size(), paths);
      }
    }
    more |= paths.size() >= IN_FOLDERS;
    Set<Long> saved = new LinkedHashSet<>();
    for (long saver : savers.getOrDefault(word, List.of())) {
      saved.addAll(
          sql.list(
              row -> row.getLong(1),
              "SELECT file FROM saved WHERE saver = ? ORDER BY file DESC LIMIT ?",
              saver,
              CANDIDATES));
    }
    more |= saved.size() >= CANDIDATES;
    return new Candidates(paths, saved, savers, more);
  }

  /** Everything in a folder, at any depth. */
  private void below(long folder, int limit, Map<Long, InnerPath> into) throws IOException {
    Deque<Long> folders = new ArrayDeque<>(List.of(folder));
    int left = limit;
    while (!folders.isEmpty() && left > 0) {
      List<Long> children =
          sql.list(
              row -> {
                into.put(row.getLong(1), InnerPath.ofBytes(row.getBytes(2)));
                return row.getLong(1);
              },
              "SELECT id, inner FROM path WHERE folder = ? LIMIT ?",
              folders.pop(),
              left);
      left -= children.size();
      folders.addAll(children);
    }
  }

  private Map<Long, InnerPath> removed() throws IOException {
    Map<Long, InnerPath> paths = new LinkedHashMap<>();
    var unused =
        sql.list(
            row -> paths.put(row.getLong(1), InnerPath.ofBytes(row.getBytes(2))),
            """
            SELECT path.id, path.inner FROM file JOIN path ON path.id = file.gone_from
            WHERE file.gone_from IS NOT NULL ORDER BY file.touched DESC LIMIT ?""",
            CANDIDATES);
    return paths;
  }

  private static Set<String> missing(NameQuery query, String foldedPath) {
    Set<String> missing = new LinkedHashSet<>(query.words());
    missing.removeIf(word -> NameQuery.matches(word, foldedPath));
    return missing;
  }

  private Set<Long> at(long path) throws IOException {
    return new LinkedHashSet<>(
        sql.list(
            row -> row.getLong(1),
            """
            SELECT file FROM state WHERE path = ?1 AND until_at = ?2
            UNION ALL SELECT id FROM file WHERE gone_from = ?1
            UNION ALL SELECT file FROM former WHERE path = ?1""",
            path,
            Times.NEVER));
  }

  private List<Long> savers(String word) throws IOException {
    List<Long> savers = new ArrayList<>();
    var unused =
        sql.list(
            row -> NameIndex.fold(row.getString(2)).contains(word) && savers.add(row.getLong(1)),
            "SELECT id, name FROM saver");
    return savers;
  }

  private boolean savedBy(long file, Set<String> words, Candidates candidates) throws IOException {
    for (String word : words) {
      boolean saved = false;
      for (long saver : candidates.savers().getOrDefault(word, List.of())) {
        saved |=
            sql.first(
                    row -> row.getLong(1),
                    "SELECT 1 FROM saved WHERE saver = ? AND file = ?",
                    saver,
                    file)
                .isPresent();
      }
      if (!saved) {
        return false;
      }
    }
    return true;
  }
}
