/**
 * What is inside a content, drawn: texts, tables, documents, pages, pictures, archives, facts.
 * Draws values and asks nobody. Start reading at {@link org.mendedleaf.desktop.inside.InsideView}.
 */
package org.mendedleaf.desktop.inside;
