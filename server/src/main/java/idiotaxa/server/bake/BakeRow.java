package idiotaxa.server.bake;

import java.time.LocalDateTime;
import java.util.List;

/**
 * A bake as it was asked for.
 *
 * @param sourceIds empty when IDs are read from the target itself
 * @param settings JSON
 * @param journalEntryId the last entry of the journal that was in force, 0 for none
 * @param targetVersion state of the target's geometry that was baked
 * @param groupNumbers numbers by the identity of groups as they were then, JSON; null when nobody kept
 *     them
 */
public record BakeRow(
    long id,
    long assetId,
    long targetId,
    List<Long> sourceIds,
    String settings,
    long journalEntryId,
    int targetVersion,
    String groupNumbers,
    LocalDateTime createdAt) {
  public boolean isFromTarget() {
    return sourceIds.isEmpty();
  }
}
