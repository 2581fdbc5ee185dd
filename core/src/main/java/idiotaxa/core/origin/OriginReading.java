package idiotaxa.core.origin;

import idiotaxa.core.group.Group;
import java.util.List;

/**
 * What an origin gave.
 *
 * @param groups the palette that was given, or the groups made from what the origin holds
 * @param surface the group of every point
 * @param strays names or colours that match no group, in words; their faces are unclaimed
 */
public record OriginReading(List<Group> groups, SurfaceGroups surface, List<String> strays) {}
