package idiotaxa.server.bake;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.web.ConflictException;
import java.util.List;
import org.springframework.stereotype.Component;

/** Which of an asset's models a bake is for and which it reads. */
@Component
class BakeModels {
  private final RevisionStore revisions;

  BakeModels(RevisionStore revisions) {
    this.revisions = revisions;
  }

  /** The target that a bake is for. */
  RevisionStore.RevisionRow target(long assetId) {
    return revisions
        .currentTarget(assetId)
        .orElseThrow(() -> new ConflictException("Bring in a target first."));
  }

  /** The sources that are read. */
  List<Long> sources(long assetId, BakeSettings settings) {
    List<Long> current =
        revisions.currentSources(assetId).stream().map(RevisionStore.RevisionRow::id).toList();
    if (current.isEmpty()) {
      throw new ConflictException("Bring in a source first.");
    }
    if (settings.sourceIds() == null) {
      return current;
    }
    if (settings.sourceIds().isEmpty() || !current.containsAll(settings.sourceIds())) {
      throw new ConflictException(
          "The sources of this asset have changed; choose again which of them are read.");
    }
    return current.stream().filter(settings.sourceIds()::contains).toList();
  }

  /** Whether there is anything that could be read by rays. */
  boolean hasSources(long assetId) {
    return !revisions.currentSources(assetId).isEmpty();
  }
}
