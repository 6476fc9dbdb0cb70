/**
 * Long work in the background: it can be watched and cancelled, and stands back while a page waits
 * for its answer.
 */
@NullMarked
package org.mendedleaf.desktop.work.jobs;

import org.jspecify.annotations.NullMarked;
