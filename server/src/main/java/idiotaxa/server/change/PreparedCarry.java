package idiotaxa.server.change;

import idiotaxa.core.carry.CarryOver;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.RevisionStore.RevisionRow;

/**
 * What is known of a revision that takes the place of another, before it does.
 *
 * @param from the revision before, as it was read for this
 * @param before its model
 * @param fresh the new model, its parts edited as before
 * @param parts what was repeated of those edits
 * @param geometry both compared
 * @param wholeMove a remark on how the whole model lies otherwise, empty when it does not
 * @param claims taken over, as of the journal's last entry then
 */
public record PreparedCarry(
    RevisionRow from,
    CachedMesh before,
    CachedMesh fresh,
    FollowedParts parts,
    CarryOver geometry,
    String wholeMove,
    TakenClaims claims) {

  PreparedCarry with(TakenClaims otherClaims) {
    return new PreparedCarry(from, before, fresh, parts, geometry, wholeMove, otherClaims);
  }
}
