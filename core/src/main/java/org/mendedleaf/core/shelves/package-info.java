/**
 * The shelves of those stores: protecting a folder, capturing it, looking through it now or at a
 * moment, snapshots, who may do what and what is left out.
 *
 * <p>Knows {@code session} and {@code stores}. Start reading at {@link
 * org.mendedleaf.core.shelves.Shelves}.
 */
@NullMarked
package org.mendedleaf.core.shelves;

import org.jspecify.annotations.NullMarked;
