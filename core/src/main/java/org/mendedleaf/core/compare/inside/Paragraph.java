package org.mendedleaf.core.compare.inside;

/**
 * A paragraph of a document.
 *
 * @param heading its level from 1, or 0 where it is no heading
 */
public record Paragraph(int heading, String text) {}
