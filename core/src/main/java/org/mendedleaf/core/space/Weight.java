package org.mendedleaf.core.space;

/**
 * The bytes that a revision added to the files of a store, estimated: for small revisions that are
 * stored together it may be less than one.
 *
 * @param own what it alone needs
 * @param shared what came with it and later revisions of its file need as well
 * @param run for how many revisions of the file, this one among them, the shared part is needed
 * @param lasts whether the newest revision needs most of the shared part, so that its run has not
 *     ended
 */
public record Weight(int number, double own, double shared, int run, boolean lasts) {}
