package idiotaxa.server.bake;

import idiotaxa.core.check.Finding;
import idiotaxa.core.reach.ReachSurvey;
import java.util.List;
import idiotaxa.server.people.Costly;
import idiotaxa.server.people.OnlyReads;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What can be known of a bake before it is baked. Posted, because settings are a document; nothing is kept. */
@RestController
@RequestMapping("/api/assets/{assetId}/preflight")
class PreflightController {
  private final PreflightService preflight;

  PreflightController(PreflightService preflight) {
    this.preflight = preflight;
  }

  /** What a bake with these settings would have to say, before it is begun. */
  @PostMapping("/findings")
  @OnlyReads
  @Costly
  List<Finding> findings(
      @PathVariable("assetId") long assetId, @RequestBody BakeSettings settings) {
    return preflight.findings(assetId, settings);
  }

  /** Needs sources. */
  @PostMapping("/pairs")
  @OnlyReads
  @Costly
  PreflightService.Pairs pairs(
      @PathVariable("assetId") long assetId, @RequestBody BakeSettings settings) {
    return preflight.pairs(assetId, settings);
  }

  /** Needs sources. Metres. */
  @PostMapping("/reach")
  @OnlyReads
  @Costly
  ReachSurvey reach(@PathVariable("assetId") long assetId, @RequestBody BakeSettings settings) {
    return preflight.reach(assetId, settings);
  }
}
