/**
 * Tables that leave the program: what was done, as CSV and as PDF. Knows nobody. Start reading at
 * {@link org.mendedleaf.core.report.Report}.
 */
package org.mendedleaf.core.report;
