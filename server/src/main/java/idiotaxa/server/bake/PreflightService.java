package idiotaxa.server.bake;

import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.check.Finding;
import idiotaxa.core.check.Severity;
import idiotaxa.core.pairing.PairingMode;
import idiotaxa.server.asset.AlignmentChecks;
import idiotaxa.core.check.Cure;
import idiotaxa.core.check.Preflight;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.origin.SeeThrough;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.Crowding;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.cache.RecentResults;
import idiotaxa.server.asset.SheetPlans;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
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
  private final AlignmentChecks checks;
  private final RecentResults<SurveyKey, ReachSurvey> surveys = new RecentResults<>(16);

  /** Triangles a place, by the states of the sources. */
  private final RecentResults<List<String>, Double> crowdings = new RecentResults<>(64);

  /** Whether sources are the mirror images of their targets, by the states of both. */
  private final RecentResults<List<String>, Boolean> mirrors = new RecentResults<>(64);

  /** All that the distances between two models depend on. */
  private record SurveyKey(
      String target, List<String> sources, PairingMode pairing, PairingRules rules) {}

  PreflightService(
      SheetPlans plans,
      BakeInputs inputs,
      BakeModels models,
      MeshCache meshes,
      RevisionStore revisions,
      TracedSources traced,
      AlignmentChecks checks) {
    this.plans = plans;
    this.inputs = inputs;
    this.models = models;
    this.meshes = meshes;
    this.revisions = revisions;
    this.traced = traced;
    this.checks = checks;
  }

  /**
   * Which parts see which.
   *
   * @param sourceParts names of all parts that can be linked, in the sources' order
   */
  public record Pairs(
      PairingMode word,
      List<Pairing.Row> rows,
      List<Pairing.Unpaired> unpairedSource,
      List<String> sourceParts) {}

  /** Everything that can be known before the bake. */
  public List<Finding> findings(long assetId, BakeSettings settings) {
    Preflight preflight = new Preflight();
    Inputs in = addRefusals(preflight, assetId, settings);
    OriginReading reading = null;
    if (in.isReadable) {
      reading = inputs.readNow(assetId, settings.origin(), in.readFrom, in.read);
      preflight.addReading(in.read, reading);
    }
    if (settings.isFromSource()) {
      preflight.addPairing(
          Pairing.of(settings.pairing(), in.target, in.read, settings.pairingRules()));
      if (!in.isCrowded) {
        preflight.addReach(reach(assetId, settings), chosenReach(settings));
      }
    }
    if (in.target.hasUvs()) {
      SheetPlan plan = plans.get(assetId);
      List<Sheet> sheets = plan.divide(in.target);
      preflight.addLayout(in.target, sheets, plan.by() == SheetPlan.By.HAND);
      for (Sheet sheet : sheets) {
        preflight.addOverlaps(in.target, sheet, settings.isFromSource() ? null : reading);
      }
    }
    return preflight.findings();
  }

  /** What would spoil a bake as a whole; it costs no reach and no reading. */
  List<Finding> refusals(long assetId, BakeSettings settings) {
    Preflight preflight = new Preflight();
    addRefusals(preflight, assetId, settings);
    return preflight.findings().stream().filter(f -> f.severity() == Severity.REFUSED).toList();
  }

  /**
   * The models of a bake.
   *
   * @param isReadable whether the origin has something to read and groups to match
   * @param isCrowded whether no ray is sent to the source, since it would never come back
   */
  private record Inputs(Mesh target, Mesh read, List<Long> readFrom, boolean isReadable, boolean isCrowded) {}

  private Inputs addRefusals(Preflight preflight, long assetId, BakeSettings settings) {
    RevisionStore.RevisionRow target = models.target(assetId);
    List<Long> readFrom =
        settings.isFromSource() ? models.sources(assetId, settings) : List.of(target.id());
    Mesh targetMesh = meshes.get(target.id()).mesh();
    Mesh read = inputs.mesh(readFrom);
    if (!targetMesh.hasUvs()) {
      preflight.addNoUvs(target.fileName());
    }
    boolean hasData = inputs.hasData(settings.origin(), readFrom, read);
    boolean hasGroups = inputs.hasGroups(assetId);
    if (!hasData) {
      preflight.addNoData(
          settings.origin(), names(readFrom), originsWithData(assetId, settings, read));
    } else if (!hasGroups) {
      String of = settings.isFromSource() ? "source" : "target";
      String value = readFrom.get(0) + "\t" + settings.origin().word();
      int count = readFrom.size() == 1 ? proposed(settings.origin(), read) : 0;
      preflight.addNoGroups(settings.origin(), count, of, value);
    }
    preflight.addColours(inputs.shown(assetId), SheetImages.BACKGROUND);
    boolean isCrowded = false;
    if (settings.isFromSource()) {
      String files = String.join(" and ", names(readFrom));
      List<String> states = new ArrayList<>(readFrom.stream().map(inputs::state).toList());
      // The hierarchy that reach and bake need as well.
      Supplier<TracedSource> source = () -> traced.of(readFrom, Progress.NONE);
      isCrowded = preflight.addCrowding(files, crowdings.get(List.copyOf(states), k -> Crowding.of(source.get())));
      if (!isCrowded) {
        states.add("target " + target.id());
        AlignmentCheck.Result check = checks.of(states, () -> targetMesh, source);
        boolean isMirrored =
            mirrors.get(
                List.copyOf(states),
                k -> AlignmentCheck.isMirrored(targetMesh, source.get(), check, Parallel.cores()));
        if (!settings.isSolid()) {
          preflight.addSeeThrough(files, SeeThrough.materials(read));
        }
        if (isMirrored) {
          preflight.addMirrored(files);
        } else {
          preflight.addAlignment(files, check);
        }
      }
    }
    return new Inputs(targetMesh, read, readFrom, hasData && hasGroups, isCrowded);
  }

  /** How many groups an origin would make; 0 where it makes none by itself. */
  private static int proposed(IdOrigin origin, Mesh read) {
    return switch (origin) {
      case VERTEX_COLORS, MATERIALS, FACE_GROUPS, PARTS -> Origins.read(read, origin, List.of()).groups().size();
      case CLAIMS, PIECES, TEXTURE, IMAGE -> 0;
    };
  }

  private List<String> names(List<Long> revisionIds) {
    return revisionIds.stream().map(id -> revisions.get(id).fileName()).toList();
  }

  /** Other origins of what is read, then whether the other side has data. */
  private List<Cure> originsWithData(long assetId, BakeSettings settings, Mesh read) {
    List<Cure> cures = new ArrayList<>();
    IdOrigin best = Origins.best(read);
    if (Origins.hasData(read, best)) {
      cures.add(new Cure("Read " + best.spoken() + " instead", Cure.Action.ORIGIN, best.word()));
    }
    if (!settings.isFromSource() && models.hasSources(assetId)) {
      cures.add(new Cure("Read from the source", Cure.Action.READ_SOURCES, ""));
    }
    if (settings.isFromSource()) {
      cures.add(new Cure("Read from the target itself", Cure.Action.READ_TARGET, ""));
    }
    if (settings.origin() == IdOrigin.CLAIMS) {
      cures.add(new Cure("Go to Sort", Cure.Action.SORT, ""));
    }
    return cures;
  }

  public Pairs pairs(long assetId, BakeSettings settings) {
    Mesh target = meshes.get(models.target(assetId).id()).mesh();
    Mesh source = inputs.mesh(models.sources(assetId, settings));
    Pairing pairing = Pairing.of(settings.pairing(), target, source, settings.pairingRules());
    List<String> parts = source.parts().stream().map(Part::name).distinct().toList();
    return new Pairs(pairing.mode(), pairing.rows(), pairing.unpairedSource(), parts);
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
