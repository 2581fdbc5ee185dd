package idiotaxa.server.handoff;

import idiotaxa.core.handoff.SheetGroups;
import idiotaxa.core.mask.MapEdits;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.SheetResult;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.mask.MaskSheets;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Which groups have a texel on which sheet, so that nothing is written of the others. */
@Component
class SheetPresence {
  private static final int KEPT = 512;

  private final BakeService bakes;
  private final MaskSheets sheets;
  private final JsonMapper json;
  private final RecentResults<Key, Set<Integer>> found = new RecentResults<>(KEPT);

  SheetPresence(BakeService bakes, MaskSheets sheets, JsonMapper json) {
    this.bakes = bakes;
    this.sheets = sheets;
    this.json = json;
  }

  private record Key(long mapsBlobId, long bakeId, String sheet, MapEdits edits) {}

  /**
   * @param plan with the numbers that groups had for the bake
   * @throws ConflictException when a sheet is not baked
   */
  List<SheetGroups> of(BakeRow bake, MaskPlan plan) {
    List<SheetGroups> all = new ArrayList<>();
    for (SheetRow row : bakes.sheets(bake.id())) {
      if (row.mapsBlobId() == null) {
        throw new ConflictException("The bake is not finished; bake first, then hand off.");
      }
      Key key = new Key(row.mapsBlobId(), bake.id(), row.name(), plan.edits());
      all.add(new SheetGroups(row.name(), found.get(key, k -> present(bake, row, plan))));
    }
    return all;
  }

  private Set<Integer> present(BakeRow bake, SheetRow row, MaskPlan plan) {
    if (!plan.edits().equals(MapEdits.NONE)) {
      return sheets.edited(bake, row.name(), plan, 1).maps().presentGroups();
    }
    // A group with a share of a sheet has a texel of it, so that the report says enough.
    long[] texels = json.readValue(row.report(), SheetResult.class).report().groupTexels();
    Set<Integer> present = new TreeSet<>();
    for (int g = 1; g < texels.length; g++) {
      if (texels[g] > 0) {
        present.add(g);
      }
    }
    return present;
  }
}
