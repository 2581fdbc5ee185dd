package idiotaxa.server.catalogue;

import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.BakeViews;
import idiotaxa.server.bringin.RevisionViews;
import idiotaxa.server.group.GroupViews;
import idiotaxa.server.handoff.HandoffViews;
import idiotaxa.server.job.JobState;
import java.util.List;

/**
 * How many things need a look at each station.
 *
 * @param bringIn open findings of the current models, and a model that was refused last
 * @param sort 1 while visible surface is unclaimed
 * @param bake sheets of the last bake that failed, missed something or are in conflict
 * @param masks groups that share their colour with another
 * @param handOff 1 when the receiver refused the last package
 */
public record StationFindings(int bringIn, int sort, int bake, int masks, int handOff) {
  static StationFindings of(
      List<RevisionViews.RevisionView> revisions,
      List<GroupViews.GroupView> groups,
      List<BakeViews.BakeView> bakes,
      List<HandoffViews.HandoffView> handoffs) {
    List<RevisionViews.RevisionView> current =
        revisions.stream().filter(RevisionViews.RevisionView::isCurrent).toList();
    boolean isLastRefused =
        !revisions.isEmpty() && revisions.get(revisions.size() - 1).state().equals(RevisionStore.REFUSED);
    boolean hasTarget = current.stream().anyMatch(r -> r.role().equals(RevisionStore.TARGET));
    double claimed = current.stream().mapToDouble(RevisionViews.RevisionView::claimedShare).max().orElse(0);
    return new StationFindings(
        current.stream().mapToInt(RevisionViews.RevisionView::openFindings).sum() + (isLastRefused ? 1 : 0),
        hasTarget && claimed < 1 ? 1 : 0,
        bakes.isEmpty() ? 0 : (int) bakes.get(0).sheets().stream().filter(StationFindings::isFlawed).count(),
        (int) groups.stream().filter(g -> g.safeTolerance() < 0).count(),
        !handoffs.isEmpty() && handoffs.get(0).receipt() != null && !handoffs.get(0).receipt().isAccepted() ? 1 : 0);
  }

  private static boolean isFlawed(BakeViews.SheetView sheet) {
    return sheet.state().equals(JobState.FAILED)
        || sheet.result() != null
            && sheet.result().report().missed() + sheet.result().report().conflicts() > 0;
  }
}
