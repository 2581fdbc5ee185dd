package idiotaxa.server.bake;

import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.SeeThrough;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.trace.SurfaceFilter;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.web.ConflictException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Makes the bakes that were asked for ready: target, what is read, pairing and reach. */
@Component
public class PreparedBakes {
  private final SheetPlans plans;
  private final MeshCache meshes;
  private final BakeInputs inputs;
  private final TracedSources traced;

  PreparedBakes(
      SheetPlans plans, MeshCache meshes, BakeInputs inputs, TracedSources traced) {
    this.plans = plans;
    this.meshes = meshes;
    this.inputs = inputs;
    this.traced = traced;
  }

  /**
   * @param pairing null when the target is read itself
   * @param source that rays go to, null when the target is read itself
   */
  record Ready(PreparedBake bake, Pairing pairing, Mesh source) {
    /** {@code names}, {@code all} or {@code none}. */
    String pairingWord() {
      return pairing == null ? "none" : pairing.mode().word();
    }
  }

  /** A sheet of the target as the asset is divided now. */
  public Sheet sheet(BakeRow bake, String name) {
    return plans.get(bake.assetId()).divide(meshes.get(bake.targetId()).mesh()).stream()
        .filter(s -> s.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new ConflictException("The target has no sheet " + name));
  }

  OriginReading reading(BakeRow bake, BakeSettings settings) {
    List<Long> readFrom = readFrom(bake);
    return inputs.read(
        bake, settings.origin(), readFrom, inputs.mesh(readFrom));
  }

  /** What a bake reads looks so by itself; empty where no texture is read. */
  List<Optional<TextureImage>> textures(BakeRow bake, BakeSettings settings) {
    return settings.origin() == IdOrigin.TEXTURE
        ? inputs.textures(readFrom(bake))
        : List.of();
  }

  /** Whether rays of a bake pass where materials of its source are not there. */
  static boolean isSeeThrough(BakeSettings settings, Mesh source) {
    return !settings.isSolid() && !SeeThrough.materials(source).isEmpty();
  }

  private Optional<SurfaceFilter> seeThrough(BakeRow bake, BakeSettings settings, Mesh source) {
    return isSeeThrough(settings, source)
        ? SeeThrough.of(source, inputs.textures(bake.sourceIds()))
        : Optional.empty();
  }

  private static List<Long> readFrom(BakeRow bake) {
    return bake.isFromTarget() ? List.of(bake.targetId()) : bake.sourceIds();
  }

  Ready of(BakeRow bake, BakeSettings settings, Progress progress) {
    return of(bake, settings, reading(bake, settings), progress);
  }

  Ready of(
      BakeRow bake, BakeSettings settings, OriginReading reading, Progress progress) {
    Mesh target = meshes.get(bake.targetId()).mesh();
    if (bake.isFromTarget()) {
      return new Ready(PreparedBake.fromTarget(target, reading), null, null);
    }
    TracedSource source = traced.of(bake.sourceIds(), progress);
    Pairing pairing =
        Pairing.of(settings.pairing(), target, source.mesh(), settings.pairingRules());
    RayPlan plan =
        new RayPlan(
            pairing, settings.reach(), settings.reachOfPart(), Optional.empty(), seeThrough(bake, settings, source.mesh()));
    return new Ready(
        PreparedBake.fromSource(target, source, reading, plan, Parallel.cores(), progress),
        pairing,
        source.mesh());
  }
}
