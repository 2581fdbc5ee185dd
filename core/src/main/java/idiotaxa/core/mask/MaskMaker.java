package idiotaxa.core.mask;

import idiotaxa.core.image.GreyImage;
import idiotaxa.core.work.Progress;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Computes masks of a bake's sheets from their maps. */
public final class MaskMaker {
  private static final double METRES_A_MILLIMETRE = 0.001;

  private final MaskTarget target;
  private final List<MaskSpec> masks;
  private final GreyImages images;
  private final int threads;
  private final Progress progress;

  /**
   * @param target null for maps that came without a mesh: they have no distances on a surface
   * @param masks all that there are, so that one can use another
   */
  public MaskMaker(
      MaskTarget target,
      List<MaskSpec> masks,
      GreyImages images,
      int threads,
      Progress progress) {
    this.target = target;
    this.masks = masks;
    this.images = images;
    this.threads = threads;
    this.progress = progress;
  }

  /** Whether a mask, or one that it uses, is measured on the surface, so that it needs all sheets. */
  public boolean needsAllSheets(MaskSpec spec) {
    return needsAllSheets(spec, new HashSet<>());
  }

  private boolean needsAllSheets(MaskSpec spec, Set<String> seen) {
    return spec.isOnSurface()
        || spec.parts().stream()
            .filter(p -> p.mask() != null && seen.add(p.mask()))
            .anyMatch(p -> needsAllSheets(find(p.mask()), seen));
  }

  /**
   * @throws IllegalArgumentException when there is none of that name
   */
  public MaskSpec find(String name) {
    return masks.stream()
        .filter(m -> sameName(m.name(), name))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "there is no mask " + name + "; it was renamed or removed"));
  }

  static boolean sameName(String a, String b) {
    return a.toLowerCase(Locale.ROOT).equals(b.toLowerCase(Locale.ROOT));
  }

  /**
   * A mask of several sheets at once.
   *
   * @param sheets all of the bake where the mask {@link #needsAllSheets}
   * @return a plane a sheet: 0 … 65535 a texel, rows down, unpadded
   * @throws IllegalArgumentException when it uses something that is not there
   */
  public char[][] make(MaskSpec spec, List<MaskSheet> sheets) {
    return make(spec, sheets, new HashMap<>(), new HashSet<>());
  }

  private char[][] make(
      MaskSpec spec, List<MaskSheet> sheets, Map<String, char[][]> made, Set<String> open) {
    String key = spec.name().toLowerCase(Locale.ROOT);
    if (!open.add(key)) {
      throw new IllegalArgumentException("the mask " + spec.name() + " uses itself");
    }
    char[][] planes = new char[sheets.size()][];
    for (int s = 0; s < planes.length; s++) {
      planes[s] = new char[sheets.get(s).maps().groups().length];
    }
    for (MaskPart part : spec.parts()) {
      char[][] of = part.mask() == null ? null : used(part.mask(), sheets, made, open);
      for (int s = 0; s < planes.length; s++) {
        progress.checkCancelled();
        char[] plane = of != null ? of[s] : plain(part, sheets.get(s));
        Planes.join(planes[s], plane, part.how(), threads);
      }
    }
    for (MaskStep step : spec.steps()) {
      planes = apply(step, planes, sheets);
    }
    open.remove(key);
    return planes;
  }

  private char[][] used(
      String name, List<MaskSheet> sheets, Map<String, char[][]> made, Set<String> open) {
    String key = name.toLowerCase(Locale.ROOT);
    char[][] known = made.get(key);
    if (known == null) {
      known = make(find(name), sheets, made, open);
      made.put(key, known);
    }
    return known;
  }

  /** What a group or an image has of a sheet. */
  char[] plain(MaskPart part, MaskSheet sheet) {
    if (part.image() == null) {
      return Planes.ofGroup(sheet.maps(), part.group(), threads);
    }
    GreyImage image = images.of(part.image(), sheet);
    char[] plane = image.values().clone();
    Planes.keepCovered(plane, sheet.islands(), threads);
    return plane;
  }

  private char[][] apply(MaskStep step, char[][] planes, List<MaskSheet> sheets) {
    if (step.isOnSurface()) {
      return onSurface(step, planes, sheets);
    }
    char[][] out = new char[planes.length][];
    for (int s = 0; s < planes.length; s++) {
      progress.checkCancelled();
      out[s] = apply(step, planes[s], sheets.get(s).islands());
    }
    return out;
  }

  private char[] apply(MaskStep step, char[] plane, TexelIslands islands) {
    return switch (step.kind()) {
      case GROW -> DiskGrowth.grow(plane, islands, step.amount(), threads);
      case SHRINK -> DiskGrowth.shrink(plane, islands, step.amount(), threads);
      case FEATHER -> Feather.apply(plane, islands, step.amount(), threads);
      case TIGHTEN -> Planes.tightened(plane, step.low(), step.high(), threads);
      case INVERT -> Planes.inverted(plane, islands, threads);
    };
  }

  private char[][] onSurface(MaskStep step, char[][] planes, List<MaskSheet> sheets) {
    if (target == null) {
      throw new IllegalArgumentException(
          "this map came as an image without a model, so that nothing can be measured on a surface;"
              + " give the distance in px");
    }
    SurfaceGrowth growth =
        new SurfaceGrowth(target.mesh(), target.normals(), sheets, threads, progress);
    double metres = step.amount() * METRES_A_MILLIMETRE;
    return step.kind() == MaskStep.Kind.GROW
        ? growth.grow(planes, metres)
        : growth.shrink(planes, metres);
  }
}
