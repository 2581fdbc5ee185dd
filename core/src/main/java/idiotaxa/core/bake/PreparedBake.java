package idiotaxa.core.bake;

import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachMeasure;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
  private final Reaches reaches;
  private final SurfaceGroups own;
  private final int maxGroup;

  private PreparedBake(
      Mesh target,
      Mesh read,
      Supplier<IdReader> readers,
      Supplier<OwnColors.Finder> finders,
      Reaches reaches,
      SurfaceGroups own,
      int maxGroup) {
    this.target = target;
    this.read = read;
    this.readers = readers;
    this.finders = finders;
    this.reaches = reaches;
    this.own = own;
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
        reading.surface(),
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
    Reaches reaches = reaches(target, source, plan, threads, progress);
    progress.checkCancelled();
    boolean isMeasured = plan.reach().isEmpty();
    SourceSetup setup =
        new SourceSetup(
            target,
            source,
            reading.surface(),
            reaches,
            part -> isMeasured && !plan.reachOfPart().containsKey(part),
            plan.pairing(),
            plan.seeThrough().orElse(null));
    return new PreparedBake(
        target,
        source.mesh(),
        () -> new RayReader(setup),
        () -> new RayFinder(setup, false),
        reaches,
        null,
        maxGroup(reading));
  }

  /** What was chosen, else what is measured, part by part. */
  private static Reaches reaches(
      Mesh target, TracedSource source, RayPlan plan, int threads, Progress progress) {
    if (plan.reach().isPresent()) {
      return new Reaches(plan.reach().get(), plan.reachOfPart());
    }
    if (plan.survey().isEmpty()) {
      progress.at("measuring the reach", 0);
    }
    Reaches measured =
        plan.survey()
            .orElseGet(() -> new ReachMeasure(target, source, plan.pairing()).measure(threads))
            .reaches();
    Map<String, Reach> ofPart = new HashMap<>(measured.ofPart());
    ofPart.putAll(plan.reachOfPart());
    return new Reaches(measured.whole(), ofPart);
  }

  private static int maxGroup(OriginReading reading) {
    return reading.groups().stream().mapToInt(g -> g.number()).max().orElse(0);
  }

  /** The reach of all parts that have none of their own; empty when nothing is traced. */
  public Optional<Reach> reach() {
    return reaches().map(Reaches::whole);
  }

  /** The reach of every part; empty when nothing is traced. */
  public Optional<Reaches> reaches() {
    return Optional.ofNullable(reaches);
  }

  /**
   * @throws CancelledException when the progress says so
   */
  public BakedSheet bake(Sheet sheet, SheetSettings settings, Progress progress) {
    long begin = System.nanoTime();
    SheetBaker baker = new SheetBaker(target, sheet, settings, readers, own, progress);
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
  public int[] ownColors(
      Sheet sheet,
      List<Optional<TextureImage>> textures,
      SheetSettings settings,
      Progress progress) {
    return OwnColors.of(target, sheet, read, textures, finders, settings, progress);
  }

  private SheetReport report(String name, SheetMaps maps, SheetBaker baker, long millis) {
    SampleCounts counts = baker.counts();
    List<SheetReport.PartReport> parts = new ArrayList<>();
    long farther = 0;
    long fallback = 0;
    for (int p = 0; p < target.parts().size(); p++) {
      farther += counts.fartherOfPart[p];
      fallback += counts.fallbackOfPart[p];
      if (counts.coveredOfPart[p] > 0) {
        parts.add(
            new SheetReport.PartReport(
                target.parts().get(p).name(),
                counts.coveredOfPart[p],
                counts.missedOfPart[p],
                counts.fartherOfPart[p],
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
        farther,
        fallback,
        counts.overlapping,
        counts.conflicts,
        maps.texelsOfGroup(maxGroup),
        parts,
        baker.problems(maps),
        baker.thinGroups(),
        counts.rays,
        millis);
  }
}
