package org.mendedleaf.core.intake;

import java.time.Instant;
import java.util.List;
import org.mendedleaf.core.likeness.PlainName;
import org.mendedleaf.core.likeness.Traits;

/**
 * The known facts about an arrival.
 *
 * @param name under which it came
 * @param folders names of the folders it came in, folded words; empty where those tell nothing
 * @param saved when it was last changed, as far as its times tell
 */
public record Arriving(PlainName name, List<String> folders, Traits traits, Instant saved) {}
