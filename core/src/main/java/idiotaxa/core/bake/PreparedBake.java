package idiotaxa.core.bake;

import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Everything that the sheets of one bake share: the target, what is read, and from a source the
 * hierarchy, the pairing and the reach. Immutable; sheets may be baked one after another.
 */
public final class PreparedBake {
  private final Mesh target;
  private final Mesh read;
  private final Supplier<IdReader> readers;
  private final Supplier<OwnColors.Finder> finders;
  private final Reach reach;
  private final int maxGroup;

  private PreparedBake(
      Mesh target,
      Mesh read,
      Supplier<IdReader> readers,
      Supplier<OwnColors.Finder> finders,
      Reach reach,
      int maxGroup) {
    this.target = target;
    this.read = read;
    this.readers = readers;
    this.finders = finders;
    this.reach = reach;
    this.maxGroup = maxGroup;
  }

  /** Reads IDs from the target itself. */
  public static PreparedBake fromTarget(Mesh target, OriginReading reading) {
    return new PreparedBake(
        target,
        target,
        () -> new SelfReader(reading.surface()),
        SelfFinder::new,
        null,
        maxGroup(reading));
  }

  /**
   * Reads IDs from a source by rays.
   *
   * @throws CancelledException when the progress says so
   */
  public static PreparedBake fromSource(
      Mesh target,
      TracedSource source,
      OriginReading reading,
      RayPlan plan,
      int threads,
      Progress progress) {
    progress.at("measuring the reach", 0);
    Reach used =
        plan.reach()
            .orElseGet(
                () -> new ReachMeasure(target, source, plan.pairing()).propose(threads));
    progress.checkCancelled();
    SourceSetup setup =
        new SourceSetup(
            target,
            source.bvh(),
            reading.surface(),
            new Reaches(used, plan.reachOfPart()),
            plan.pairing());
    return new PreparedBake(
        target,
        source.mesh(),
        () -> new RayReader(setup),
        () -> new RayFinder(setup),
        used,
        maxGroup(reading));
  }

  private static int maxGroup(OriginReading reading) {
    return reading.groups().stream().mapToInt(g -> g.number()).max().orElse(0);
  }

  /** The reach in use; empty when nothing is traced. */
  public Optional<Reach> reach() {
    return Optional.ofNullable(reach);
  }

  /**
   * @throws CancelledException when the progress says so
   */
  public BakedSheet bake(Sheet sheet, SheetSettings settings, Progress progress) {
    long begin = System.nanoTime();
    SheetBaker baker = new SheetBaker(target, sheet, settings, readers, progress);
    SheetMaps maps = baker.bake();
    long millis = (System.nanoTime() - begin) / 1_000_000;
    return new BakedSheet(
        sheet.name(), maps, report(sheet.name(), maps, baker, millis));
  }

  /**
   * The colours of what is read, laid out as on a sheet: 0xRRGGBB a texel at its centre, rows downwards,
   * black where nothing is.
   *
   * @param textures one a material of what is read; empty to see vertex colours or base colours
   * @throws CancelledException when the progress says so
   */
  public int[] sourceColors(
      Sheet sheet,
      List<Optional<TextureImage>> textures,
      SheetSettings settings,
      Progress progress) {
    return OwnColors.of(target, sheet, read, textures, finders, settings, progress);
  }

  private SheetReport report(String name, SheetMaps maps, SheetBaker baker, long millis) {
    SampleCounts counts = baker.counts();
    List<SheetReport.PartReport> parts = new ArrayList<>();
    long fallback = 0;
    for (int p = 0; p < target.parts().size(); p++) {
      fallback += counts.fallbackOfPart[p];
      if (counts.coveredOfPart[p] > 0) {
        parts.add(
            new SheetReport.PartReport(
                target.parts().get(p).name(),
                counts.coveredOfPart[p],
                counts.missedOfPart[p],
                counts.fallbackOfPart[p],
                counts.conflictsOfPart[p]));
      }
    }
    return new SheetReport(
        name,
        maps.width(),
        maps.height(),
        maps.countCovered(),
        maps.countMissed(),
        fallback,
        counts.overlapping,
        counts.conflicts,
        maps.texelsOfGroup(maxGroup),
        parts,
        baker.problems(),
        counts.rays,
        millis);
  }
}
