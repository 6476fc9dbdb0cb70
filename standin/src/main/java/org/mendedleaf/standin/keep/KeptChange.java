package org.mendedleaf.standin.keep;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One thing that is another now; all else is null. An act is a list of these and one line of the
 * journal, so it is there whole or not at all.
 *
 * @param file that is as said now
 * @param fileGone the id of one that is no more
 * @param folder that is there now
 * @param folderGone one that is no more
 * @param of whose properties are as said now: the id of a file, or the path of a folder
 * @param lastId the last id that was given
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
record KeptChange(
    @Nullable KeptFile file,
    @Nullable String fileGone,
    @Nullable String folder,
    @Nullable String folderGone,
    @Nullable Terms terms,
    @Nullable KeptSnapshot snapshot,
    @Nullable String snapshotGone,
    @Nullable String of,
    @Nullable Map<String, String> properties,
    @Nullable Long lastId) {

  static KeptChange file(KeptFile now) {
    return new KeptChange(now, null, null, null, null, null, null, null, null, null);
  }

  static KeptChange fileGone(String id) {
    return new KeptChange(null, id, null, null, null, null, null, null, null, null);
  }

  static KeptChange folder(String path) {
    return new KeptChange(null, null, path, null, null, null, null, null, null, null);
  }

  static KeptChange folderGone(String path) {
    return new KeptChange(null, null, null, path, null, null, null, null, null, null);
  }

  static KeptChange terms(Terms now) {
    return new KeptChange(null, null, null, null, now, null, null, null, null, null);
  }

  static KeptChange snapshot(KeptSnapshot taken) {
    return new KeptChange(null, null, null, null, null, taken, null, null, null, null);
  }

  static KeptChange snapshotGone(String id) {
    return new KeptChange(null, null, null, null, null, null, id, null, null, null);
  }

  static KeptChange properties(String of, Map<String, String> all) {
    return new KeptChange(null, null, null, null, null, null, null, of, all, null);
  }

  static KeptChange lastId(long id) {
    return new KeptChange(null, null, null, null, null, null, null, null, null, id);
  }
}
