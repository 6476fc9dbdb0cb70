package org.mendedleaf.core.compare.inside;

/**
 * A file or folder in an archive.
 *
 * @param size in bytes, unpacked; -1 where the archive does not say
 * @param modified milliseconds since 1970 in UTC; -1 where the archive does not say
 * @param check the checksum that the archive has of it, in hexadecimal; empty where it has none
 */
public record ArchiveEntry(String name, long size, long modified, String check) {}
