package org.mendedleaf.core.store.log;

/**
 * A segment that does not stand whole in both folders of a log.
 *
 * @param where the file
 * @param mendable whether the other copy is whole
 */
public record HurtSegment(long number, String where, String what, boolean mendable) {

  static HurtSegment in(LogFolder folder, long number, boolean mendable) {
    String what = folder.isHurt(number) ? "its bytes do not fit its hash" : "it is missing";
    return new HurtSegment(number, folder.name(number), what, mendable);
  }
}
