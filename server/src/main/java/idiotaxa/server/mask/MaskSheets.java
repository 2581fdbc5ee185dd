package idiotaxa.server.mask;

import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mask.MapEdits;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.work.Parallel;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.BakeGroups;
import idiotaxa.server.bake.BakeImages;
import idiotaxa.server.bake.BakeRow;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.PreparedBakes;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** Baked sheets with their islands, as they are baked and as a plan's edits leave them. */
@Component
public class MaskSheets {
  private static final String CHANGED =
      "The target's UVs or parts were changed after this bake; bake again, then make masks.";

  /** Sheets of 4096 px take 64 MB each. */
  private static final int KEPT = 4;

  /** Of the heap, for sheets as they were baked and for edited ones each. */
  private static final double SHARE = 0.08;

  /** Of a texel: its group, island and place on the surface. */
  private static final long BYTES_A_TEXEL = 12;

  private final BakeService bakes;
  private final BakeImages images;
  private final BakeGroups groups;
  private final PreparedBakes prepared;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final RecentResults<TargetKey, MaskTarget> targets = new RecentResults<>(2);
  private final RecentResults<SheetKey, MaskSheet> plain = new RecentResults<>(KEPT, RecentResults.ofHeap(SHARE), MaskSheets::bytes);
  private final RecentResults<EditedKey, MaskSheet> edited = new RecentResults<>(KEPT, RecentResults.ofHeap(SHARE), MaskSheets::bytes);

  MaskSheets(
      BakeService bakes,
      BakeImages images,
      BakeGroups groups,
      PreparedBakes prepared,
      RevisionStore revisions,
      MeshCache meshes) {
    this.bakes = bakes;
    this.images = images;
    this.groups = groups;
    this.prepared = prepared;
    this.revisions = revisions;
    this.meshes = meshes;
  }

  private record TargetKey(long revisionId, int version) {}

  private record SheetKey(long blobId, TargetKey target, String sheet, int shrink) {}

  private record EditedKey(SheetKey sheet, MapEdits edits) {}

  /**
   * The target that a bake was made of.
   *
   * @throws ConflictException when its UVs or parts were changed since
   */
  public MaskTarget target(BakeRow bake) {
    if (revisions.get(bake.targetId()).geometryVersion() != bake.targetVersion()) {
      throw new ConflictException(CHANGED);
    }
    return targets.get(new TargetKey(bake.targetId(), bake.targetVersion()), this::readTarget);
  }

  private MaskTarget readTarget(TargetKey key) {
    MaskTarget target = MaskTarget.of(meshes.get(key.revisionId()).mesh());
    // What was changed while it was read must not be kept under the number from before.
    if (revisions.get(key.revisionId()).geometryVersion() != key.version()) {
      throw new ConflictException(CHANGED);
    }
    return target;
  }

  /** Names the UVs of a sheet. */
  public String layout(BakeRow bake, String sheet) {
    return target(bake).layoutKey(prepared.sheet(bake, sheet));
  }

  /**
   * A sheet as it was baked.
   *
   * @param shrink 1 for the whole of it, 2 for every second texel, and so on
   */
  public MaskSheet plain(BakeRow bake, String sheet, int shrink) {
    SheetRow row = bakes.sheet(bake.id(), sheet);
    MaskTarget target = target(bake);
    return plain.get(key(bake, row, shrink), key -> load(bake, row, target, shrink));
  }

  private SheetKey key(BakeRow bake, SheetRow row, int shrink) {
    if (row.mapsBlobId() == null) {
      throw new ConflictException("Sheet " + row.name() + " is not baked.");
    }
    return new SheetKey(
        row.mapsBlobId(),
        new TargetKey(bake.targetId(), bake.targetVersion()),
        row.name(),
        shrink);
  }

  private MaskSheet load(BakeRow bake, SheetRow row, MaskTarget target, int shrink) {
    try {
      SheetMaps maps = images.maps(row);
      Sheet sheet = prepared.sheet(bake, row.name());
      return target.sheet(sheet, shrink == 1 ? maps : shrunk(maps, shrink), Parallel.cores());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Every n-th texel, without shares: enough to see a mask while a number is dragged. */
  private static SheetMaps shrunk(SheetMaps maps, int shrink) {
    int width = Math.max(1, maps.width() / shrink);
    int height = Math.max(1, maps.height() / shrink);
    char[] groups = new char[width * height];
    for (int y = 0; y < height; y++) {
      int row = Math.min(maps.height() - 1, y * shrink + shrink / 2) * maps.width();
      for (int x = 0; x < width; x++) {
        groups[y * width + x] =
            maps.groups()[row + Math.min(maps.width() - 1, x * shrink + shrink / 2)];
      }
    }
    return new SheetMaps(width, height, groups, Coverage.none());
  }

  /**
   * A sheet after a plan's edits.
   *
   * @param plan with the numbers that groups had for the bake
   */
  public MaskSheet edited(BakeRow bake, String sheet, MaskPlan plan, int shrink) {
    MaskSheet baked = plain(bake, sheet, shrink);
    MapEdits edits = shrink == 1 ? plan.edits() : plan.edits().shrunk(shrink);
    if (edits.equals(MapEdits.NONE)) {
      return baked;
    }
    EditedKey key = new EditedKey(key(bake, bakes.sheet(bake.id(), sheet), shrink), edits);
    return edited.get(key, k -> edits.apply(baked, layout(bake, sheet), Parallel.cores()));
  }

  /** All sheets of a bake after a plan's edits, by name. */
  public List<MaskSheet> allEdited(BakeRow bake, MaskPlan plan, int shrink) {
    List<MaskSheet> all = new ArrayList<>();
    for (SheetRow row : bakes.sheets(bake.id())) {
      all.add(edited(bake, row.name(), plan, shrink));
    }
    return all;
  }

  /** A plan with the numbers that the groups had for a bake; what is about others is left out. */
  public MaskPlan numbered(BakeRow bake, MaskPlan plan) {
    return plan.withGroups(groups.numberOf(bake));
  }

  private static long bytes(MaskSheet sheet) {
    return BYTES_A_TEXEL * sheet.maps().width() * sheet.maps().height();
  }
}
