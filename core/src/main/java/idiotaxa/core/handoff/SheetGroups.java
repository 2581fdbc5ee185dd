package idiotaxa.core.handoff;

import java.util.Set;

/**
 * A sheet before anything is written of it.
 *
 * @param groups numbers of those that have a texel of it, or a share of one
 */
public record SheetGroups(String name, Set<Integer> groups) {}
