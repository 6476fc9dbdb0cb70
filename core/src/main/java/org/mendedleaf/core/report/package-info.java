/**
 * Tables that leave the program: what was done, as CSV and as PDF. Knows nobody. Start reading at
 * {@link org.mendedleaf.core.report.Report}.
 */
@NullMarked
package org.mendedleaf.core.report;

import org.jspecify.annotations.NullMarked;
