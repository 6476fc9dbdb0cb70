/**
 * One person at one desk: which stores are open, whose turn it is on a shelf, what that person may
 * do, what comes from outside (clock, random, places).
 *
 * <p>Knows everything that works on a single store; nothing of what is done on several. Start
 * reading at {@link org.mendedleaf.core.session.OpenDesk}, then {@link
 * org.mendedleaf.core.session.OpenStore}.
 */
@NullMarked
package org.mendedleaf.core.session;

import org.jspecify.annotations.NullMarked;
