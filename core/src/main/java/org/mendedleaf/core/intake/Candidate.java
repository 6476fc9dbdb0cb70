package org.mendedleaf.core.intake;

import java.time.Instant;
import java.util.List;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;

/**
 * A file that an arrival may replace.
 *
 * @param <F> what stands for the file
 * @param file the file
 * @param name its name
 * @param formerNames names that it had before, and names under which revisions of it arrived
 * @param folders the names of its shelf and folders, folded words
 * @param traits of its current revision
 * @param saved when that was last saved
 */
public record Candidate<F>(
    F file,
    PlainName name,
    List<PlainName> formerNames,
    List<String> folders,
    Traits traits,
    Instant saved) {}
