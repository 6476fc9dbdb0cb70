package org.mendedleaf.core.watch;

/** The reliability with which a folder is watched. */
public sealed interface WatchState {

  /**
   * Each save is noticed.
   *
   * @param folders how many are watched
   */
  record Watching(int folders) implements WatchState {}

  /**
   * The system does not tell of everything, so that all is looked through now and then.
   *
   * @param why what the system says
   */
  record LookingThrough(String why) implements WatchState {}

  /** The folder is not there; it is waited for. */
  record Away() implements WatchState {}
}
