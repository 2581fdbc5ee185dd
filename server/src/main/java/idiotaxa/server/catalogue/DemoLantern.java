package idiotaxa.server.catalogue;

import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.pairing.PairingMode;
import idiotaxa.core.template.ReadyTemplates;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.SheetRow;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.handoff.HandoffService;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobState;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.sort.ProposalService;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Takes the demo's lantern through every station, so that each has something to look at on the first visit.
 * What cannot be done in time is left to the visitor.
 */
@Component
class DemoLantern {
  private static final Logger LOG = LoggerFactory.getLogger(DemoLantern.class);
  private static final int SIZE_PX = 1024;
  private static final int SAMPLES = 16;
  private static final int PADDING_PX = 16;

  private final RevisionStore revisions;
  private final ProposalService proposals;
  private final GroupService groups;
  private final MaskService masks;
  private final BakeService bakes;
  private final HandoffService handoffs;
  private final JobStore jobs;

  DemoLantern(
      RevisionStore revisions,
      ProposalService proposals,
      GroupService groups,
      MaskService masks,
      BakeService bakes,
      HandoffService handoffs,
      JobStore jobs) {
    this.revisions = revisions;
    this.proposals = proposals;
    this.groups = groups;
    this.masks = masks;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.jobs = jobs;
  }

  /** Sorts by materials, bakes, makes masks with a pack, and packs what the first template says. */
  void finish(long asset, long target) {
    if (!DemoPatience.waitFor(() -> revisions.get(target).state().equals(RevisionStore.READY))) {
      LOG.warn("The demo's lantern was not read in time and is left as it is");
      return;
    }
    proposals.keep(asset, target, IdOrigin.MATERIALS.word(), null, Set.of());
    long bake = bakes.start(asset, settings());
    makeMasks(asset);
    if (DemoPatience.waitFor(() -> bakes.sheets(bake).stream().allMatch(SheetRow::isBaked))) {
      long handoff = handoffs.start(bake, ReadyTemplates.all().get(0));
      DemoPatience.waitFor(() -> JobState.isEnded(jobs.get(JobKind.PACK_HANDOFF, handoff).state()));
    }
  }

  private static BakeSettings settings() {
    return new BakeSettings(
        IdOrigin.CLAIMS,
        false,
        null,
        SIZE_PX,
        SAMPLES,
        false,
        PADDING_PX,
        null,
        null,
        null,
        PairingMode.FITTING,
        null,
        null,
        false,
        false);
  }

  private void makeMasks(long asset) {
    String plan =
        """
        {"masks": [{"name": "metal", "of": [{"group": %1$d}, {"group": %2$d}], "steps": [{"do": "grow", "px": 2}]}],
         "packs": [{"name": "tint", "r": {"group": %3$d}, "g": {"mask": "metal"}, "b": {"group": %4$d}, "a": null}]}
        """
            .formatted(
                group(asset, "galvanised steel"),
                group(asset, "brass"),
                group(asset, "red band paint"),
                group(asset, "tarred rope"));
    masks.keep(asset, 0, "metal and the pack tint", MaskPlanJson.parse(plan));
  }

  private long group(long asset, String name) {
    return groups.list(asset).stream()
        .filter(g -> g.group().name().equals(name))
        .findFirst()
        .orElseThrow()
        .id();
  }
}
