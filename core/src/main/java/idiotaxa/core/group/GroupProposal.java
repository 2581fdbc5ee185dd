package idiotaxa.core.group;

import java.util.List;

/**
 * Groups that a file's own data suggests, to be reviewed before they are kept.
 *
 * @param faceGroup for every face an index into {@code groups}, or −1 where the data says nothing;
 *     for vertex colours the one with the largest share of the face's corners
 * @param areas surface of every group in square metres
 */
public record GroupProposal(List<Group> groups, int[] faceGroup, double[] areas) {}
