package idiotaxa.server.change;

import idiotaxa.core.raster.SheetPlan;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.SheetPlans;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Sheets made by hand name parts: they follow those that have another name now. */
@Component
class SheetPlanFollow implements FollowsChange {
  private final SheetPlans plans;

  SheetPlanFollow(SheetPlans plans) {
    this.plans = plans;
  }

  @Override
  public List<String> follow(long assetId, Change change) {
    SheetPlan plan = plans.get(assetId);
    if (change.role().equals(RevisionStore.TARGET) && plan.by() == SheetPlan.By.HAND) {
      Map<String, String> renamed = change.renamed();
      List<SheetPlan.HandSheet> sheets =
          plan.hand().stream()
              .map(
                  sheet ->
                      new SheetPlan.HandSheet(
                          sheet.name(),
                          sheet.parts().stream().map(p -> renamed.getOrDefault(p, p)).toList()))
              .toList();
      plans.set(assetId, new SheetPlan(plan.by(), sheets));
    }
    return List.of();
  }
}
