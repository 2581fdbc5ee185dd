package idiotaxa.server.bake;

import idiotaxa.core.pairing.PairingRules.Link;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.BakeSettings.PartReach;
import idiotaxa.server.change.Change;
import idiotaxa.server.change.FollowsChange;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Pairing by hand and the reaches of parts follow parts that have another name, and sources that came anew. */
@Component
class BakeSettingsFollow implements FollowsChange {
  private final AssetStore assets;
  private final BakeStore bakes;
  private final JsonMapper json;

  BakeSettingsFollow(AssetStore assets, BakeStore bakes, JsonMapper json) {
    this.assets = assets;
    this.bakes = bakes;
    this.json = json;
  }

  @Override
  public List<String> follow(long assetId, Change change) {
    String kept = settings(assetId).orElse(null);
    if (kept == null) {
      return List.of();
    }
    BakeSettings settings = json.readValue(kept, BakeSettings.class);
    boolean isTarget = change.role().equals(RevisionStore.TARGET);
    Map<String, String> renamed = change.renamed();
    Set<String> now =
        change.fresh().parts().stream().map(p -> p.name()).collect(Collectors.toSet());
    List<String> remarks = new ArrayList<>();
    List<PartReach> reaches = new ArrayList<>();
    for (PartReach reach : settings.partReaches()) {
      String part = isTarget ? renamed.getOrDefault(reach.part(), reach.part()) : reach.part();
      if (isTarget && !now.contains(part)) {
        remarks.add("The reach of the part " + part + " went with it.");
      } else {
        reaches.add(new PartReach(part, reach.outward(), reach.inward()));
      }
    }
    List<Link> links = new ArrayList<>();
    for (Link link : settings.links()) {
      String end = isTarget ? link.targetPart() : link.sourcePart();
      String part = renamed.getOrDefault(end, end);
      if (now.contains(part)) {
        links.add(
            isTarget ? new Link(part, link.sourcePart()) : new Link(link.targetPart(), part));
      } else {
        remarks.add(
            "The pair %s and %s went with the part %s."
                .formatted(link.targetPart(), link.sourcePart(), part));
      }
    }
    List<Long> sources =
        settings.sourceIds() == null
            ? null
            : settings.sourceIds().stream()
                .map(id -> id == change.oldId() ? change.freshId() : id)
                .toList();
    assets.setBakeSettings(
        assetId, json.writeValueAsString(settings.following(sources, reaches, links)));
    return remarks;
  }

  /** What was chosen; before anything was kept by itself, what was baked with last. */
  private Optional<String> settings(long assetId) {
    return assets
        .find(assetId)
        .map(AssetStore.AssetRow::bakeSettings)
        .or(() -> bakes.list(assetId).stream().findFirst().map(BakeRow::settings));
  }
}
