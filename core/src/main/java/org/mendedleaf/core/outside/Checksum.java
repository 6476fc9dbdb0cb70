package org.mendedleaf.core.outside;

/**
 * What a storage says of the bytes of a state.
 *
 * @param algorithm as Java names it, such as SHA-256
 * @param hex in small letters
 */
public record Checksum(String algorithm, String hex) {}
