package idiotaxa.server.bake;

import idiotaxa.core.check.Cure;
import idiotaxa.core.check.Preflight;
import idiotaxa.core.check.PreflightFinding;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.asset.SheetPlans;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** What can be known of a bake before it is baked: findings, pairs of parts, and the reach. */
@Service
public class PreflightService {
  private final SheetPlans plans;
  private final BakeInputs inputs;
  private final BakeModels models;
  private final MeshCache meshes;
  private final RevisionStore revisions;
  private final TracedSources traced;
  private final RecentResults<SurveyKey, ReachSurvey> surveys = new RecentResults<>(16);

  /** All that the distances between two models depend on. */
  private record SurveyKey(
      String target, List<String> sources, String pairing, PairingRules rules) {}

  PreflightService(
      SheetPlans plans,
      BakeInputs inputs,
      BakeModels models,
      MeshCache meshes,
      RevisionStore revisions,
      TracedSources traced) {
    this.plans = plans;
    this.inputs = inputs;
    this.models = models;
    this.meshes = meshes;
    this.revisions = revisions;
    this.traced = traced;
  }

  /**
   * Which parts see which.
   *
   * @param sourceParts names of all parts that can be linked, in the sources' order
   */
  public record Pairs(
      String word,
      List<Pairing.Row> rows,
      List<Pairing.Unpaired> unpairedSource,
      List<String> sourceParts) {}

  public List<PreflightFinding> findings(long assetId, BakeSettings settings) {
    RevisionStore.RevisionRow target = models.target(assetId);
    List<Long> readFrom =
        settings.isFromSource() ? models.sources(assetId, settings) : List.of(target.id());
    IdOrigin origin = IdOrigin.parse(settings.origin());
    Preflight preflight = new Preflight();
    Mesh read = inputs.mesh(readFrom);
    Mesh targetMesh = meshes.get(target.id()).mesh();
    OriginReading reading = null;
    if (!inputs.hasData(origin, readFrom, read)) {
      preflight.addNoData(origin, names(readFrom), originsWithData(assetId, settings, read));
    } else if (!inputs.hasGroups(assetId)) {
      preflight.addNoGroups();
    } else {
      reading = inputs.readNow(assetId, origin, readFrom, read);
      preflight.addReading(read, reading);
    }
    if (settings.isFromSource()) {
      preflight.addPairing(
          Pairing.of(settings.pairing(), targetMesh, read, settings.pairingRules()));
      preflight.addReach(reach(assetId, settings), chosenReach(settings));
    }
    for (Sheet sheet : plans.get(assetId).divide(targetMesh)) {
      preflight.addOverlaps(targetMesh, sheet, settings.isFromSource() ? null : reading);
    }
    return preflight.findings();
  }

  private List<String> names(List<Long> revisionIds) {
    return revisionIds.stream().map(id -> revisions.find(id).orElseThrow().fileName()).toList();
  }

  /** Other origins of what is read, then whether the other side has data. */
  private List<Cure> originsWithData(long assetId, BakeSettings settings, Mesh read) {
    List<Cure> cures = new ArrayList<>();
    IdOrigin best = Origins.best(read);
    if (Origins.hasData(read, best)) {
      cures.add(new Cure("Read " + best.spoken() + " instead", "origin", best.word()));
    }
    if (!settings.isFromSource() && models.hasSources(assetId)) {
      cures.add(new Cure("Read from the source", "read-sources", ""));
    }
    if (settings.isFromSource()) {
      cures.add(new Cure("Read from the target itself", "read-target", ""));
    }
    if (settings.origin().equals(IdOrigin.CLAIMS.word())) {
      cures.add(new Cure("Go to Sort", "sort", ""));
    }
    return cures;
  }

  public Pairs pairs(long assetId, BakeSettings settings) {
    Mesh target = meshes.get(models.target(assetId).id()).mesh();
    Mesh source = inputs.mesh(models.sources(assetId, settings));
    Pairing pairing = Pairing.of(settings.pairing(), target, source, settings.pairingRules());
    List<String> parts = source.parts().stream().map(Part::name).distinct().toList();
    return new Pairs(pairing.word(), pairing.rows(), pairing.unpairedSource(), parts);
  }

  /** Null where nothing was chosen; parts with a reach of their own alone are measured too. */
  private static Reaches chosenReach(BakeSettings settings) {
    return settings.reach().map(whole -> new Reaches(whole, settings.reachOfPart())).orElse(null);
  }

  public ReachSurvey reach(long assetId, BakeSettings settings) {
    RevisionStore.RevisionRow row = models.target(assetId);
    List<Long> sources = models.sources(assetId, settings);
    SurveyKey key =
        new SurveyKey(
            inputs.state(row.id()),
            sources.stream().map(inputs::state).toList(),
            settings.pairing(),
            settings.pairingRules());
    return surveys.get(key, k -> survey(row.id(), sources, settings));
  }

  private ReachSurvey survey(long targetId, List<Long> sources, BakeSettings settings) {
    Mesh target = meshes.get(targetId).mesh();
    TracedSource source = traced.of(sources, Progress.NONE);
    Pairing pairing =
        Pairing.of(settings.pairing(), target, source.mesh(), settings.pairingRules());
    return new ReachMeasure(target, source, pairing).measure(Parallel.cores());
  }
}
