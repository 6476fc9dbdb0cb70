/**
 * The one way to put a state into place. Mending, recovering, bringing in, gathering, removing and
 * taking any of these back are steps of one {@link org.mendedleaf.core.place.PlacePlan}, done by
 * one {@link org.mendedleaf.core.place.Executor}, told by one {@link
 * org.mendedleaf.core.place.Receipt} and taken back by one {@link
 * org.mendedleaf.core.place.UndoSteps}.
 *
 * <p>Nothing is replaced or taken away without a {@link org.mendedleaf.core.place.Recorded}, which
 * only the {@link org.mendedleaf.core.place.Recorder} makes: it says what stood there, that it is
 * in the store, and is looked at again at the last moment.
 *
 * <p>Knows {@code store}, {@code catalog}, {@code capture} and {@code progress}.
 */
@NullMarked
package org.mendedleaf.core.place;

import org.jspecify.annotations.NullMarked;
