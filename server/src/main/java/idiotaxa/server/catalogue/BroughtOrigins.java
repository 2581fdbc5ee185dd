package idiotaxa.server.catalogue;

import idiotaxa.core.check.ModelInspection;
import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bringin.RevisionViews;
import java.util.List;
import java.util.stream.Collectors;

/** What the current models of an asset bring along to bake from. */
final class BroughtOrigins {
  private BroughtOrigins() {}

  /**
   * The origins of a bake that reads the target itself, or sources.
   *
   * @param sourceIds the sources that are read, null for all
   */
  static List<OriginChoices.Choice> choices(
      List<RevisionViews.RevisionView> revisions, boolean isFromSource, List<Long> sourceIds) {
    return OriginChoices.of(
        revisions.stream()
            .filter(r -> r.isCurrent() && r.role().equals(isFromSource ? RevisionStore.SOURCE : RevisionStore.TARGET))
            .filter(r -> !isFromSource || sourceIds == null || sourceIds.contains(r.id()))
            .map(BroughtOrigins::brought)
            .toList());
  }

  static OriginChoices.Proposed proposed(List<RevisionViews.RevisionView> revisions) {
    return OriginChoices.propose(
        brought(revisions, RevisionStore.TARGET), brought(revisions, RevisionStore.SOURCE));
  }

  private static List<OriginChoices.Brought> brought(List<RevisionViews.RevisionView> revisions, String role) {
    return revisions.stream()
        .filter(r -> r.isCurrent() && r.role().equals(role))
        .map(BroughtOrigins::brought)
        .toList();
  }

  private static OriginChoices.Brought brought(RevisionViews.RevisionView revision) {
    ModelInspection read = revision.inspection();
    return new OriginChoices.Brought(
        revision.claimedShare() > 0,
        read.vertexColors().stream().map(ModelInspection.ColorInfo::color).collect(Collectors.toSet()),
        read.materials().size(),
        read.faceGroups().stream().map(ModelInspection.FaceGroupInfo::name).collect(Collectors.toSet()),
        read.parts().size(),
        read.pieces(),
        read.hasUvs() && !read.textures().isEmpty());
  }
}
