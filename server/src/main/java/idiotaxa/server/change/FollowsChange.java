package idiotaxa.server.change;

import java.util.List;

/** Something beside claims that names parts or places of a model, and follows when the model changes. */
public interface FollowsChange {
  /**
   * Called within the transaction that puts the new revision into its place, behind the asset's lock.
   *
   * @return sentences about what could not be taken along
   */
  List<String> follow(long assetId, Change change);
}
