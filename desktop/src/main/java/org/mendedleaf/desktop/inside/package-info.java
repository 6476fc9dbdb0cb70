/**
 * The inside of a content, drawn: texts, tables, documents, pages, pictures, archives, facts. Draws
 * values and asks nobody. Start reading at {@link org.mendedleaf.desktop.inside.InsideView}.
 */
@NullMarked
package org.mendedleaf.desktop.inside;

import org.jspecify.annotations.NullMarked;
