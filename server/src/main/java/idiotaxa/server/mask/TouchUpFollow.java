package idiotaxa.server.mask;

import idiotaxa.core.mask.MapEdits;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.TouchUpCarry;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.change.Change;
import idiotaxa.server.change.FollowsChange;
import java.util.List;
import org.springframework.stereotype.Component;

/** Touch-ups follow where the layout stayed, as a step of the masks that can be undone. */
@Component
class TouchUpFollow implements FollowsChange {
  private final MaskService masks;
  private final SheetPlans plans;

  TouchUpFollow(MaskService masks, SheetPlans plans) {
    this.masks = masks;
    this.plans = plans;
  }

  @Override
  public List<String> follow(long assetId, Change change) {
    MaskService.State state = masks.state(assetId);
    MapEdits edits = state.plan().edits();
    boolean isAbout =
        change.role().equals(RevisionStore.TARGET)
            && !edits.touchUps().isEmpty()
            && change.old().hasUvs();
    if (!isAbout) {
      return List.of();
    }
    SheetPlan plan = plans.get(assetId);
    TouchUpCarry.Result carried =
        TouchUpCarry.of(
            edits.touchUps(),
            change.old(),
            plan.divide(change.old()),
            change.fresh(),
            change.fresh().hasUvs() ? plan.divide(change.fresh()) : List.of());
    if (!carried.touchUps().equals(edits.touchUps())) {
      MapEdits followed = edits.withTouchUps(carried.touchUps());
      MaskPlan next = new MaskPlan(followed, state.plan().masks(), state.plan().packs());
      masks.keep(assetId, state.stateId(), "touch-ups carried over", next);
    }
    return carried.lost() == 0
        ? List.of()
        : List.of(
            "%d touch-up%s where the UVs changed; look at them on Masks."
                .formatted(carried.lost(), carried.lost() == 1 ? " lies" : "s lie"));
  }
}
