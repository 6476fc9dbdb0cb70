package org.mendedleaf.core.store.format;

/**
 * The place of one content.
 *
 * @param offset first byte of its record in the sheaf
 * @param length bytes of the whole record
 * @param from where the content begins in the record's plain bytes
 * @param size bytes of the content
 * @param depth of the record: how many records lie below it
 */
public record Location(SheafId sheaf, long offset, int length, int from, int size, int depth) {}
