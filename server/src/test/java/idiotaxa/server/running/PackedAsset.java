package idiotaxa.server.running;

import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** Brings an asset on from its materials or claims to a package. */
public final class PackedAsset {
  /** Maps and masks with and without padding, and a mesh. */
  public static final String TEMPLATE =
      """
      {"name": "house", "write": [
        {"what": "idMap", "name": "{asset}_{sheet}_id.png", "padded": "both"},
        {"what": "indexMap", "name": "{asset}_{sheet}_index.png", "padded": "both"},
        {"what": "mask", "name": "masks/{asset}_{sheet}_{mask}.png", "padded": "both"},
        {"what": "pack", "name": "packs/{asset}_{sheet}_{pack}.png"},
        {"what": "mesh", "format": "glb", "carries": "vertexColors", "name": "{asset}.glb"}]}
      """;


  private final ApiClient api;
  private final long asset;

  public PackedAsset(ApiClient api, long asset) {
    this.api = api;
    this.asset = asset;
  }

  /** The number of a finished bake of the target's claims, 32 × 32 texels a sheet. */
  public long bake() {
    long bake =
        api.post(
                "/api/assets/" + asset + "/bakes",
                """
                {"origin": "claims", "isFromSource": false, "size": 32, "samples": 1, "padding": 1,
                 "reachOutward": null, "reachInward": null, "pairing": "fitting"}
                """)
            .get("id")
            .asLong();
    api.waitFor(asset, a -> areDone(ApiClient.find(a.get("bakes"), bake).get("sheets")));
    return bake;
  }

  private static boolean areDone(JsonNode sheets) {
    for (JsonNode sheet : sheets) {
      if (List.of("waiting", "running").contains(sheet.get("state").asString())) {
        return false;
      }
      if (!sheet.get("state").asString().equals("done")) {
        throw new AssertionError(sheet);
      }
    }
    return true;
  }

  /** What a template of maps, masks and a mesh would write of a bake. */
  public List<String> plan(long bake) {
    List<String> paths = new ArrayList<>();
    api.post("/api/bakes/" + bake + "/handoff-plan", TEMPLATE)
        .get("files")
        .forEach(f -> paths.add(f.get("path").asString()));
    return paths;
  }

  /** The number of a package of it with masks, with and without padding. */
  public long pack(long bake) {
    return pack(bake, TEMPLATE);
  }

  public long pack(long bake, String template) {
    long handoff =
        api.post("/api/bakes/" + bake + "/handoffs", template)
            .get("id")
            .asLong();
    api.waitFor(
        asset,
        a -> ApiClient.find(a.get("handoffs"), handoff).get("state").asString().equals("done"));
    return handoff;
  }
}
