/**
 * Similarity of contents and of names, measured without asking what they mean.
 *
 * <p>Arrivals are matched with it, copies gathered and doubts about revisions found, so it knows
 * nobody and reads no disk: bytes and words come in, sketches and measures go out. Works on kinds
 * of content that no reader knows.
 *
 * <p>Start reading at {@link org.mendedleaf.core.likeness.Traits}, then {@link
 * org.mendedleaf.core.likeness.Sketch} and {@link org.mendedleaf.core.likeness.PlainName}.
 */
@NullMarked
package org.mendedleaf.core.likeness;

import org.jspecify.annotations.NullMarked;
