package idiotaxa.server.sort;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.origin.GroupProposal;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.journal.Journal;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Groups that what the models bring along suggests. */
@RestController
@RequestMapping("/api/assets/{assetId}")
class ProposalController {
  private final ProposalService proposals;
  private final GroupService groups;

  ProposalController(ProposalService proposals, GroupService groups) {
    this.proposals = proposals;
    this.groups = groups;
  }

  /** A proposed group; area in square metres. */
  record ProposedGroup(int number, String name, String color, boolean isNew, double area) {}

  /**
   * @param tolerance 8-bit RGB distance within which vertex colours are one, absent for the usual one
   * @param without numbers of proposed groups that are not wanted
   */
  record KeptProposal(Double tolerance, Set<Integer> without) {}

  /** Where on the asset's models something was found that groups can be made of, the best first. */
  @GetMapping("/proposals")
  List<ProposalService.Offer> offers(@PathVariable("assetId") long assetId) {
    return proposals.offers(assetId);
  }

  /** What would be made, without making it. */
  @GetMapping("/revisions/{id}/proposal")
  List<ProposedGroup> proposal(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam("from") String from,
      @RequestParam(name = "tolerance", required = false) Double tolerance) {
    GroupProposal proposal = proposals.propose(assetId, id, from, tolerance);
    List<Integer> present = groups.numbers(assetId);
    List<ProposedGroup> out = new ArrayList<>();
    for (int g = 0; g < proposal.groups().size(); g++) {
      Group group = proposal.groups().get(g);
      if (proposal.areas()[g] > 0) {
        out.add(
            new ProposedGroup(
                group.number(),
                group.name(),
                Rgb.toHex(group.color()),
                !present.contains(group.number()),
                proposal.areas()[g]));
      }
    }
    return out;
  }

  /** Makes groups of what the model brings and claims its faces for them. */
  @PostMapping("/revisions/{id}/proposal")
  Journal.State keepProposal(
      @PathVariable("assetId") long assetId,
      @PathVariable("id") long id,
      @RequestParam("from") String from,
      @RequestBody(required = false) KeptProposal kept) {
    return kept == null
        ? proposals.keep(assetId, id, from, null, Set.of())
        : proposals.keep(
            assetId, id, from, kept.tolerance(), kept.without() == null ? Set.of() : kept.without());
  }
}
