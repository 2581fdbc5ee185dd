package idiotaxa.server.catalogue;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.sort.ClaimService;
import java.util.HashMap;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Sorts the demo's buoy by hand, so that its revision B has something to take over. */
@Component
class DemoRevised {
  private static final Logger LOG = LoggerFactory.getLogger(DemoRevised.class);

  private final RevisionStore revisions;
  private final GroupService groups;
  private final ClaimService claims;

  DemoRevised(RevisionStore revisions, GroupService groups, ClaimService claims) {
    this.revisions = revisions;
    this.groups = groups;
    this.claims = claims;
  }

  /** Whether all of revision A is in its drawers. */
  boolean sort(long asset, long target) {
    if (!DemoPatience.waitFor(() -> revisions.get(target).state().equals(RevisionStore.READY))) {
      LOG.warn("The demo's buoy was not read in time and is left as it is");
      return false;
    }
    Mesh mesh = ChannelMarkerBuoy.target();
    int[] truth = ChannelMarkerBuoy.targetGroups();
    Map<Integer, Long> ids = new HashMap<>();
    groups.list(asset).forEach(g -> ids.put(g.group().number(), g.id()));
    // Files hold triangles; those of one group lie in few stretches.
    int count = mesh.triangleCount();
    for (int from = 0; from < count; ) {
      int group = truth[mesh.triangleFace(from)];
      int to = from;
      while (to < count && truth[mesh.triangleFace(to)] == group) {
        to++;
      }
      claims.claim(asset, target, ids.get(group), new int[] {from, to});
      from = to;
    }
    return true;
  }
}
