package idiotaxa.bench;

import idiotaxa.bench.model.Melted;
import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.spread.Creases;
import idiotaxa.core.spread.RegionTree;
import idiotaxa.core.spread.Spread;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** Strokes: what of welded surfaces they sort rightly, one stroke a region, and how long an answer takes. */
final class SpreadBench implements Main.Benchmark {
  private static final int USUAL = 250_000;
  private static final int MANY = 1_000_000;
  private static final int STROKE_FACES = 12;

  /** Faces from the border within which an answer may be another. */
  private static final int NEAR = 2;

  @Override
  public void run() {
    System.out.println(
        "| shape | faces | cut into | noise, face lengths | area right, % | wrong farther than two faces from the border, % |"
            + " measuring, ms | cells, ms | a stroke, ms | as many regions, % right | tree, ms | a division, ms |");
    System.out.println("|---|---|---|---|---|---|---|---|---|---|---|---|");
    for (Melted.Shape shape : Melted.Shape.values()) {
      for (Melted.Faces kind : Melted.Faces.values()) {
        for (double noise : new double[] {0, 0.02, 0.05}) {
          row(shape, kind, USUAL, noise);
        }
      }
    }
    for (Melted.Shape shape : Melted.Shape.values()) {
      row(shape, Melted.Faces.TRIANGLES, MANY, 0.02);
    }
    System.out.println();
  }

  private static void row(Melted.Shape shape, Melted.Faces kind, int faces, double noise) {
    Melted model = Melted.of(shape, kind, faces, noise, 5);
    int[][] around = around(model.mesh());
    int[] depth = depths(model.regionOfFace(), around);
    List<Spread.Stroke> strokes = strokes(model, around, depth);
    long start = System.nanoTime();
    Creases creases = Creases.of(model.mesh());
    long measured = System.nanoTime();
    Spread spread = new Spread(creases);
    long divided = System.nanoTime();
    RegionTree tree = spread.regions();
    long grown = System.nanoTime();
    int[] found = spread.follow(strokes).groupOfFace();
    long followed = System.nanoTime();
    for (int again = 0; again < 3; again++) {
      long from = System.nanoTime();
      spread.follow(strokes);
      followed = Math.min(followed - grown, System.nanoTime() - from) + grown;
    }
    long beforeDivision = System.nanoTime();
    int[] division = tree.labels(model.regions());
    long shared = System.nanoTime();
    double[] areas = TriangleGeometry.faceAreas(model.mesh());
    double all = 0;
    double wrong = 0;
    double far = 0;
    for (int f = 0; f < areas.length; f++) {
      boolean isWrong = found[f] != model.regionOfFace()[f];
      all += areas[f];
      wrong += isWrong ? areas[f] : 0;
      far += isWrong && depth[f] >= NEAR ? areas[f] : 0;
    }
    System.out.printf(
        Locale.ROOT,
        "| %s | %d | %s | %.2f | %.2f | %.2f | %d | %d | %d | %.2f | %d | %d |%n",
        shape.name().toLowerCase(Locale.ROOT),
        model.mesh().faceCount(),
        kind.name().toLowerCase(Locale.ROOT),
        noise,
        100 * (1 - wrong / all),
        100 * far / all,
        (measured - start) / 1_000_000,
        (divided - measured) / 1_000_000,
        (followed - grown) / 1_000_000,
        100 * ofOne(division, model, areas) / all,
        (grown - divided) / 1_000_000,
        (shared - beforeDivision) / 1_000_000);
  }

  /** Area that lies in a region of the division of which most is of the same region of the model. */
  private static double ofOne(int[] division, Melted model, double[] areas) {
    double[][] shares = new double[Arrays.stream(division).max().orElse(0) + 1][model.regions()];
    for (int f = 0; f < division.length; f++) {
      shares[division[f]][model.regionOfFace()[f]] += areas[f];
    }
    return Arrays.stream(shares).mapToDouble(share -> Arrays.stream(share).max().orElse(0)).sum();
  }

  private static int[][] around(Mesh mesh) {
    EdgeMap edges = EdgeMap.of(mesh, Weld.of(mesh));
    int[][] out = new int[mesh.faceCount()][];
    int[] count = new int[out.length];
    Arrays.setAll(out, f -> new int[mesh.faceStart()[f + 1] - mesh.faceStart()[f]]);
    for (int first = 0; first < mesh.cornerCount(); first++) {
      if (edges.isFirst(first) && edges.next(first) != EdgeMap.NONE) {
        int a = edges.face(first);
        int b = edges.face(edges.next(first));
        out[a][count[a]++] = b;
        out[b][count[b]++] = a;
      }
    }
    Arrays.setAll(out, f -> Arrays.copyOf(out[f], count[f]));
    return out;
  }

  /** Faces to the nearest face of another region, 0 beside it. */
  private static int[] depths(int[] region, int[][] around) {
    int[] depth = new int[region.length];
    int[] queue = new int[region.length];
    int end = 0;
    Arrays.fill(depth, Integer.MAX_VALUE);
    for (int f = 0; f < region.length; f++) {
      int own = region[f];
      if (Arrays.stream(around[f]).anyMatch(g -> region[g] != own)) {
        depth[f] = 0;
        queue[end++] = f;
      }
    }
    for (int i = 0; i < end; i++) {
      for (int g : around[queue[i]]) {
        if (depth[g] == Integer.MAX_VALUE) {
          depth[g] = depth[queue[i]] + 1;
          queue[end++] = g;
        }
      }
    }
    return depth;
  }

  /** A short walk from the face of each region that lies farthest from its border. */
  private static List<Spread.Stroke> strokes(Melted model, int[][] around, int[] depth) {
    int[] deepest = new int[model.regions()];
    Arrays.fill(deepest, -1);
    for (int f = 0; f < depth.length; f++) {
      int region = model.regionOfFace()[f];
      deepest[region] = deepest[region] < 0 || depth[f] > depth[deepest[region]] ? f : deepest[region];
    }
    List<Spread.Stroke> out = new ArrayList<>();
    for (int region = 0; region < deepest.length; region++) {
      int[] faces = new int[STROKE_FACES];
      int own = region;
      int at = deepest[region];
      for (int i = 0; i < faces.length; i++) {
        faces[i] = at;
        for (int g : around[at]) {
          if (2 * depth[g] >= depth[deepest[own]] && Arrays.stream(faces).noneMatch(f -> f == g)) {
            at = g;
            break;
          }
        }
      }
      out.add(new Spread.Stroke(region, faces));
    }
    return out;
  }
}
