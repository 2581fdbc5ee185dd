package idiotaxa.server.catalogue;

import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bringin.RevisionViews;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What the current models of an asset bring along to bake from. */
@Component
class BroughtOrigins {
  private final JsonMapper json;

  BroughtOrigins(JsonMapper json) {
    this.json = json;
  }

  /**
   * The origins of a bake that reads the target itself, or sources.
   *
   * @param sourceIds the sources that are read, null for all
   */
  List<OriginChoices.Choice> choices(
      List<RevisionViews.RevisionView> revisions, boolean isFromSource, List<Long> sourceIds) {
    return OriginChoices.of(
        revisions.stream()
            .filter(r -> r.isCurrent() && r.role().equals(isFromSource ? RevisionStore.SOURCE : RevisionStore.TARGET))
            .filter(r -> !isFromSource || sourceIds == null || sourceIds.contains(r.id()))
            .map(this::brought)
            .toList());
  }

  OriginChoices.Proposed proposed(List<RevisionViews.RevisionView> revisions) {
    return OriginChoices.propose(
        brought(revisions, RevisionStore.TARGET), brought(revisions, RevisionStore.SOURCE));
  }

  private List<OriginChoices.Brought> brought(List<RevisionViews.RevisionView> revisions, String role) {
    return revisions.stream()
        .filter(r -> r.isCurrent() && r.role().equals(role))
        .map(this::brought)
        .toList();
  }

  private OriginChoices.Brought brought(RevisionViews.RevisionView revision) {
    ModelInspection read = json.treeToValue(revision.inspection(), ModelInspection.class);
    return new OriginChoices.Brought(
        revision.claimedShare() > 0,
        read.vertexColors().stream().map(ModelInspection.ColorInfo::color).collect(Collectors.toSet()),
        read.materials().size(),
        read.parts().size(),
        read.pieces(),
        read.hasUvs() && !read.textures().isEmpty());
  }
}
